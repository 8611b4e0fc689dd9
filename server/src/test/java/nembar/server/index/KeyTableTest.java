package nembar.server.index;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class KeyTableTest {
    @Test
    void eachKeyHasTheNumberItCameWith() {
        KeyTable.Builder builder = new KeyTable.Builder();
        for (int i = 0; i < 10_000; i++) {
            assertThat(builder.add(key(i))).isEqualTo(i);
        }
        KeyTable keys = builder.build();
        assertThat(keys.size()).isEqualTo(10_000);
        for (int i = 0; i < 10_000; i++) {
            assertThat(keys.number(key(i))).as(key(i)).isEqualTo(i);
        }
    }

    /** Among them the empty text, and such of which one begins another. */
    private static String key(int i) {
        return i == 0 ? "" : (i % 2 == 0 ? "Löschung-" : "") + i;
    }

    @Test
    void whatIsNoKeyHasNone() {
        KeyTable.Builder builder = new KeyTable.Builder();
        builder.add("L-1");
        builder.add("L-2");
        KeyTable keys = builder.build();
        assertThat(keys.number("L-")).isNegative();
        assertThat(keys.number("L-1L-2")).isNegative();
        assertThat(keys.number("")).isNegative();
        assertThat(new KeyTable.Builder().build().number("L-1")).isNegative();
    }
}
