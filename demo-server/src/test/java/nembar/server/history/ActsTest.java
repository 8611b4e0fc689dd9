package nembar.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Installation.class)
class ActsTest {
    private static final Duration HOUR = Duration.ofHours(1);

    @Test
    void whatIsNotedOnceIsTheVerySameActNotOneThatBeginsSo(Installation nembar) {
        Acts acts = nembar.part(Acts.class);
        acts.note("idris.munro", "person", "acts.test", "looked through in Towline East");
        acts.noteOnce("idris.munro", "person", "acts.test", "looked through in Towline", HOUR);
        acts.noteOnce("idris.munro", "person", "acts.test", "looked through in Towline", HOUR);
        assertThat(acts.on("person", "acts.test", 10))
                .extracting(Acts.Act::words)
                .containsExactly("looked through in Towline", "looked through in Towline East");
        assertThat(acts.noted("idris.munro", "person", "acts.test", "looked through", HOUR))
                .isTrue();
        assertThat(acts.noted("maren.holt", "person", "acts.test", "looked through", HOUR))
                .isFalse();
    }
}
