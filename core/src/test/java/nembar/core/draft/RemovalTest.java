package nembar.core.draft;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Audience.AllStaff;
import nembar.core.directory.Audience.HoldersOf;
import nembar.core.directory.Audience.OnePerson;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import org.junit.jupiter.api.Test;

/** What goes with an element that is taken away (docs/access-model.md, section 9). */
class RemovalTest {
    private final List<Element> elements =
            new ArrayList<>(
                    List.of(
                            set("map"),
                            set("row"),
                            role("pilot", List.of("map", "row"), Set.of("cook")),
                            role("cook", List.of("row"), Set.of()),
                            given("a", new Assignment.Gives.OfRole("pilot")),
                            given("b", new Assignment.Gives.OfSet("map")),
                            delegation("c", "map"),
                            delegation("d", "map", "row"),
                            filter("e", new HoldersOf("pilot")),
                            filter("f", new HoldersOf("pilot"), new AllStaff())));

    private static PrivilegeSet set(String key) {
        return new PrivilegeSet(key, key, "", List.of());
    }

    private static Role role(String key, List<String> sets, Set<String> conflicts) {
        return new Role(key, key, "", Role.MeantFor.ANY, sets, conflicts);
    }

    private static Assignment given(String key, Assignment.Gives gives) {
        return new Assignment(
                key,
                Audience.anyOf(new OnePerson("ann")),
                gives,
                Bounds.NONE,
                Times.ALWAYS,
                "",
                Optional.empty(),
                Optional.empty());
    }

    private static Delegation delegation(String key, String... sets) {
        return new Delegation(key, "ann", "ben", List.of(sets), Times.ALWAYS, "");
    }

    private static AccountFilter filter(String key, Audience.Part... parts) {
        return new AccountFilter(
                key, key, Audience.anyOf(parts), AccountScope.ofActedFor(), Set.of());
    }

    private Design without(ElementKind kind, String key) {
        Design design = Design.of(elements);
        List<Change> changes = Removal.of(design, kind, key);
        assertThat(changes).last().isEqualTo(new Change.Remove(kind, key));
        return Changes.apply(design, changes);
    }

    @Test
    void aSetGoesOutOfRolesAssignmentsAndDelegations() {
        Design left = without(ElementKind.PRIVILEGE_SET, "map");
        assertThat(left.role("pilot").orElseThrow().sets()).containsExactly("row");
        assertThat(left.assignments()).extracting(Element::key).containsExactly("a");
        assertThat(left.delegations()).containsExactly(delegation("d", "row"));
    }

    @Test
    void aRoleGoesOutOfConflictsAssignmentsAndAudiences() {
        Design left = without(ElementKind.ROLE, "pilot");
        assertThat(left.assignments()).extracting(Element::key).containsExactly("b");
        assertThat(left.accountFilters()).containsExactly(filter("f", new AllStaff()));
        assertThat(without(ElementKind.ROLE, "cook").role("pilot").orElseThrow().conflicts())
                .isEmpty();
    }

    @Test
    void nothingElseSpeaksOfAFilter() {
        Design design = Design.of(elements);
        assertThat(Removal.of(design, ElementKind.ACCOUNT_FILTER, "e"))
                .containsExactly(new Change.Remove(ElementKind.ACCOUNT_FILTER, "e"));
    }
}
