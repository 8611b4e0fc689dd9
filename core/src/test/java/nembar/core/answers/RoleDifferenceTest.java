package nembar.core.answers;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import nembar.core.answers.RoleDifference.Row;
import nembar.core.answers.RoleDifference.Subject;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What two roles give, side by side (docs/access-model.md, section 6). */
class RoleDifferenceTest {
    private final Harbour harbour = new Harbour();

    private Role role(String key, String... sets) {
        Role role = Elements.role(key, sets);
        harbour.roles.add(role);
        return role;
    }

    private static Row row(
            String type, String what, String use, List<String> first, List<String> second) {
        return new Row(new Subject(type, what, use), first, second);
    }

    @Test
    void onlyWhatDiffersIsToldReachesAndLevelsInWords() {
        harbour.give(
                to("cas"),
                may("trip", "view", Reach.ALL),
                may("trip", "change", Reach.OWN),
                may("trip", "change", Reach.UNIT, "crew > 3"),
                may("trip", "change", Reach.OWN),
                field("trip", "price", Use.VIEW, Reach.ALL),
                new Privilege.FunctionPrivilege("tide", "look"));
        harbour.give(
                to("cas"),
                may("trip", "view", Reach.ALL),
                may("trip", "change", Reach.UNIT, "crew > 3"),
                field("trip", "price", Use.CHANGE, Reach.ALL),
                new Privilege.FunctionPrivilege("tide", "set"));
        Role first = role("first", "set0");
        Role second = role("second", "set1");
        assertThat(RoleDifference.between(harbour.design(), first, second).rows())
                .containsExactly(
                        row(
                                "trip",
                                "change",
                                "",
                                List.of("own", "own unit where crew > 3"),
                                List.of("own unit where crew > 3")),
                        row("trip", "price", "VIEW", List.of("all"), List.of()),
                        row("", "tide", "", List.of("look"), List.of("set")),
                        row("trip", "price", "CHANGE", List.of(), List.of("all")));
        assertThat(RoleDifference.between(harbour.design(), first, first).rows()).isEmpty();
    }

    @Test
    void inWhichOrderAndInHowManySetsIsNoDifference() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL), may("load", "view", Reach.OWN));
        harbour.give(to("cas"), may("load", "view", Reach.OWN));
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        Role one = role("one", "set0");
        Role other = role("other", "set1", "set2", "set0");
        assertThat(RoleDifference.between(harbour.design(), one, other).rows()).isEmpty();
    }

    @Test
    void inWhichOrderReachesAreWrittenIsNoDifference() {
        harbour.give(
                to("cas"),
                may("trip", "view", Reach.UNIT, "crew > 3"),
                may("trip", "view", Reach.OWN));
        harbour.give(
                to("cas"),
                may("trip", "view", Reach.OWN),
                may("trip", "view", Reach.UNIT, "crew > 3"));
        assertThat(
                        RoleDifference.between(
                                        harbour.design(),
                                        role("one", "set0"),
                                        role("other", "set1"))
                                .rows())
                .isEmpty();
    }
}
