package nembar.core.testing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LawTest {
    @Test
    void theSameSeedDrawsTheSameAsRandom() {
        Draws draws = new Draws(42);
        Random random = new Random(42);
        for (int i = 0; i < 1_000; i++) {
            assertThat(draws.nextInt(1 + i)).isEqualTo(random.nextInt(1 + i));
        }
    }

    @Test
    void whatWasDrawnIsDrawnAgain() {
        Draws draws = new Draws(7);
        List<Object> first = List.of(draws.nextInt(100), draws.nextBoolean(), draws.nextDouble());
        Draws again = Draws.replay(draws.drawn());
        assertThat(List.of(again.nextInt(100), again.nextBoolean(), again.nextDouble()))
                .isEqualTo(first);
        assertThat(again.nextInt(100)).isZero();
    }

    @Test
    void aFailureIsToldWithItsSeedAndTheSmallestDraws() {
        List<List<Integer>> broken = new ArrayList<>();
        LawExtension.Run anyBig =
                draws -> {
                    List<Integer> drawn = new ArrayList<>();
                    for (int i = draws.nextInt(20) + 3; i > 0; i--) {
                        drawn.add(draws.nextInt(1_000));
                    }
                    if (drawn.stream().noneMatch(one -> one > 100)) {
                        return null;
                    }
                    broken.add(drawn);
                    return new AssertionError("too big: " + drawn);
                };
        assertThatThrownBy(() -> LawExtension.hold(anyBig, 5, 0))
                .isInstanceOf(AssertionError.class)
                .hasMessageContaining("seed 5");
        List<Integer> last = broken.get(broken.size() - 1);
        assertThat(last).hasSizeLessThan(5);
        assertThat(last.stream().filter(one -> one > 0)).hasSize(1);
    }
}
