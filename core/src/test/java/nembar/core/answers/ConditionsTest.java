package nembar.core.answers;

import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.Set;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Where a design has conditions. */
class ConditionsTest {
    private static Optional<Condition> crew(int more) {
        return Optional.of(Condition.ofText("crew > " + more));
    }

    @Test
    void theyAreFoundInEveryKindOfElement() {
        Harbour harbour = new Harbour();
        harbour.give(
                to("ann"),
                may("trip", "view", Reach.ALL, "crew > 1"),
                may("trip", "change", Reach.OWN),
                new Privilege.FieldPrivilege(
                        "trip", Set.of("price"), Use.VIEW, Reach.ALL, crew(2)));
        harbour.sharingRules.add(
                Elements.rule(
                        "r",
                        "trip",
                        crew(3),
                        Optional.empty(),
                        to("cas"),
                        Elements.VIEW,
                        Times.ALWAYS));
        harbour.accountFilters.add(
                new AccountFilter(
                        "a",
                        "A",
                        to("ann"),
                        new AccountScope(false, Set.of("red"), Set.of()),
                        Set.of("trip"),
                        crew(4)));
        harbour.fieldFilters.add(Elements.hides("f", to("ann"), "trip", "price", crew(5)));
        assertThat(Conditions.of(harbour.design()))
                .extracting(
                        one ->
                                one.element().key()
                                        + " "
                                        + one.recordType().orElse("")
                                        + " "
                                        + one.condition().text())
                .containsExactly(
                        "set0 trip crew > 1",
                        "set0 trip crew > 2",
                        "r trip crew > 3",
                        "a trip crew > 4",
                        "f trip crew > 5");
    }
}
