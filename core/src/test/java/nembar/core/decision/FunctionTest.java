package nembar.core.decision;

import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.Set;
import nembar.core.design.AccountScope;
import nembar.core.design.Bounds;
import nembar.core.design.Privilege;
import nembar.core.design.Reach;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Worked examples of function levels and their needs (docs/access-model.md, sections 1 and 4). */
class FunctionTest {
    private final Harbour harbour = new Harbour();

    private static Privilege function(String key, String level) {
        return new Privilege.FunctionPrivilege(key, level);
    }

    private FunctionAccess of(String person, String function) {
        return harbour.access(person)
                .function(harbour.catalogue().function(function).orElseThrow());
    }

    private FunctionAccess of(String function) {
        return harbour.access("ann").function(harbour.catalogue().function(function).orElseThrow());
    }

    @Test
    void theHighestLevelCounts() {
        harbour.give(to("ann"), function("tide", "look"));
        assertThat(of("tide").level()).isEqualTo("look");
        harbour.give(to("ann"), function("tide", "set"));
        assertThat(of("tide").level()).isEqualTo("set");
        assertThat(of("tide").atLeast("look")).isTrue();
    }

    @Test
    void withoutAnyItIsNone() {
        assertThat(of("tide").level()).isEqualTo("none");
        assertThat(of("tide").grants()).isEmpty();
        assertThat(of("tide").atLeast("look")).isFalse();
    }

    @Test
    void boundsDoNotMatterToFunctions() {
        Bounds red =
                new Bounds(
                        Optional.of(new AccountScope(false, Set.of("red"), Set.of())),
                        Optional.empty());
        harbour.give(to("ann"), red, function("tide", "set"));
        assertThat(of("tide").level()).isEqualTo("set");
    }

    @Test
    void whatIsWithheldFromAnExternalMeetsNoNeed() {
        harbour.give(
                to("fay"),
                function("tide", "look"),
                function("survey", "run"),
                may("chart", "view", Reach.ALL));
        assertThat(of("fay", "survey").unmet()).hasSize(1);
        harbour.give(to("ann"), function("survey", "run"), may("chart", "view", Reach.ALL));
        assertThat(of("survey").unmet()).isEmpty();
    }

    @Test
    void anUnmetNeedMakesItNoneAndSaysWhich() {
        harbour.give(to("ann"), function("forecast", "run"));
        assertThat(of("forecast").level()).isEqualTo("none");
        assertThat(of("forecast").unmet()).hasSize(2);
        harbour.give(to("ann"), function("tide", "look"));
        assertThat(of("forecast").unmet()).hasSize(1);
        harbour.give(to("ann"), may("trip", "view", Reach.OWN));
        assertThat(of("forecast").level()).isEqualTo("run");
        assertThat(of("forecast").unmet()).isEmpty();
    }
}
