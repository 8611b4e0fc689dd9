package nembar.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What changes do to a design, in words. */
class ChangeWordsTest {
    private final Harbour harbour = new Harbour();

    private List<String> words(Change... changes) {
        AccessModel before = harbour.model();
        List<Change> all = List.of(changes);
        return new ChangeWords(before, Changes.apply(before, all)).of(all);
    }

    private static PrivilegeSet set(String name, String purpose, Privilege... privileges) {
        return new PrivilegeSet("set0", name, purpose, List.of(privileges));
    }

    private static Change put(Element element) {
        return Change.Put.of(element);
    }

    @Test
    void reachesOfASetAreToldBeforeAndAfter() {
        harbour.give(
                Harbour.to("ben"),
                Harbour.may("trip", "view", Reach.UNIT),
                Harbour.may("load", "change", Reach.ALL),
                new Privilege.FunctionPrivilege("tide", "look"));
        assertThat(
                        words(
                                put(
                                        set(
                                                "Set 0",
                                                "",
                                                Harbour.may("trip", "view", Reach.BRANCH),
                                                Harbour.may("trip", "view", Reach.ALL, "crew > 2"),
                                                new Privilege.FunctionPrivilege("tide", "set")))))
                .containsExactly(
                        "Set 0: view trips, own unit → own branch and all, where crew is more than"
                                + " 2; change loads, all → none; Tide table, look → set");
    }

    @Test
    void nameAndPurposeAreSaidToo() {
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.UNIT));
        assertThat(words(put(set("Look", "See.", Harbour.may("trip", "view", Reach.UNIT)))))
                .containsExactly("Set 0: called Look from now on; another purpose");
    }

    @Test
    void aRoleGainsAndLosesSets() {
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.UNIT));
        harbour.give(Harbour.to("ben"), Harbour.may("load", "view", Reach.UNIT));
        Role role = new Role("mate", "Mate", "", Role.MeantFor.ANY, List.of("set0"), Set.of());
        Role other = new Role("mate", "Mate", "", Role.MeantFor.STAFF, List.of("set1"), Set.of());
        assertThat(words(put(role))).containsExactly("New role: Mate, made of Set 0");
        harbour.roles.add(role);
        assertThat(words(put(other)))
                .containsExactly("Mate: with Set 1; without Set 0; meant for staff");
        assertThat(words(new Change.Remove(ElementKind.ROLE, "mate")))
                .containsExactly("Take away the role Mate");
    }

    @Test
    void anAssignmentReadsAsASentence() {
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.UNIT));
        assertThat(words(new Change.Remove(ElementKind.ASSIGNMENT, "give0")))
                .hasSize(1)
                .first()
                .asString()
                .startsWith("Take Set 0 from ");
    }

    @Test
    void whatStaysAsItWasIsNotTold() {
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.UNIT));
        assertThat(words(put(harbour.model().design().sets().get(0)))).isEmpty();
    }
}
