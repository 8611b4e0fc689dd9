package nembar.core.answers;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Parent;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.design.FieldFilter;
import nembar.core.design.Opening;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** On which kinds of record a change of the design can give or take anything. */
class TouchedTest {
    private final Harbour harbour = new Harbour();

    @BeforeEach
    void design() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL), may("load", "view", Reach.OWN));
        harbour.roles.add(Elements.role("pilot", "set0"));
    }

    private Optional<Set<String>> by(Change... changes) {
        Design before = harbour.design();
        return Touched.between(
                harbour.catalogue(), before, Changes.apply(before, List.of(changes)));
    }

    private Optional<Set<String>> by(Element... elements) {
        return by(
                java.util.Arrays.stream(elements)
                        .<Change>map(Change.Put::of)
                        .toArray(Change[]::new));
    }

    private static PrivilegeSet set(Privilege... privileges) {
        return new PrivilegeSet("set0", "Set 0", "", List.of(privileges));
    }

    private static Assignment given(Audience audience, Assignment.Gives gives) {
        return Elements.assignment("new", audience, gives, Times.ALWAYS);
    }

    @Test
    void ofASetThePrivilegesThatComeOrGo() {
        assertThat(by(set(may("trip", "view", Reach.ALL), may("load", "view", Reach.ALL))))
                .contains(Set.of("load", "note"));
        assertThat(by(set(may("load", "view", Reach.OWN)))).contains(Set.of("trip"));
        assertThat(
                        by(
                                set(
                                        may("trip", "view", Reach.ALL),
                                        may("load", "view", Reach.OWN),
                                        field("trip", "price", Use.VIEW, Reach.ALL))))
                .contains(Set.of("trip"));
        assertThat(by(set(may("trip", "view", Reach.ALL), may("load", "view", Reach.OWN))))
                .contains(Set.of());
    }

    @Test
    void whatFollowsOrLiftsIsTouchedWithItsParent() {
        harbour.loadsFollow = Parent.Follows.ALL;
        assertThat(by(set(may("load", "view", Reach.OWN))))
                .contains(Set.of("trip", "load", "note"));
    }

    @Test
    void ofARoleOrAnAssignmentAllThatItsSetsGive() {
        assertThat(by(Elements.role("pilot"))).contains(Set.of("trip", "load", "note"));
        assertThat(by(given(to("ben"), new Assignment.Gives.OfSet("set0"))))
                .contains(Set.of("trip", "load", "note"));
        assertThat(by(given(to("ben"), new Assignment.Gives.OfRole("pilot"))))
                .contains(Set.of("trip", "load", "note"));
        assertThat(by(new Change.Remove(nembar.core.element.ElementKind.ASSIGNMENT, "give0")))
                .contains(Set.of("trip", "load", "note"));
    }

    @Test
    void everythingWhereSomebodyIsMeantByARoleTheyHold() {
        harbour.fieldFilters.add(
                new FieldFilter(
                        "f",
                        "F",
                        Audience.anyOf(new Audience.HoldersOf("pilot")),
                        "chart",
                        Set.of("id"),
                        new FieldFilter.Effect.Freeze(),
                        Optional.empty()));
        assertThat(by(given(to("ben"), new Assignment.Gives.OfRole("pilot")))).isEmpty();
    }

    @Test
    void everythingWhereAFunctionIsGivenThatAConditionAsksFor() {
        Privilege tide = new Privilege.FunctionPrivilege("tide", "look");
        PrivilegeSet more =
                set(may("trip", "view", Reach.ALL), may("load", "view", Reach.OWN), tide);
        assertThat(by(more)).contains(Set.of());
        harbour.give(to("cas"), may("chart", "view", Reach.ALL, "has('tide', 'look')"));
        assertThat(by(more)).isEmpty();
    }

    @Test
    void ofWhatSharesTheTypesThatItOpens() {
        Opening opening = new Opening(Set.of("view"), Map.of("load", Set.of("view")));
        assertThat(by(Elements.ofOwner("r", "trip", to("ann"), to("cas"), opening)))
                .contains(Set.of("trip", "load", "note"));
        assertThat(by(Elements.share("s", "chart", "c", to("cas"), Optional.empty())))
                .contains(Set.of("chart"));
    }

    @Test
    void ofFiltersTheTypesTheyCutAndOfAnAccountFilterOnAllEverything() {
        assertThat(by(Elements.hides("f", to("ann"), "trip", "price", Optional.empty())))
                .contains(Set.of("trip"));
        assertThat(by(accountFilter(Set.of("trip")))).contains(Set.of("trip"));
        assertThat(by(accountFilter(Set.of()))).isEmpty();
    }

    private static AccountFilter accountFilter(Set<String> types) {
        return Elements.accountFilter("f", to("ann"), "red", types);
    }
}
