package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Element;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What is worth knowing of an element before it is kept (docs/access-model.md, section 9). */
class CareTest {
    private final Harbour harbour = new Harbour();

    /** There is one record of everything. */
    private static final Counting ONE =
            new Counting() {
                @Override
                public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                    Map<RecordSet, Long> counts = new HashMap<>();
                    sets.forEach(set -> counts.put(set, 1L));
                    return counts;
                }

                @Override
                public List<String> examples(RecordType type, RecordSet set, int atMost) {
                    return List.of();
                }
            };

    private Role role(String key, Role.MeantFor meantFor, String... conflicts) {
        Role role = new Role(key, key, "", meantFor, List.of("set0"), Set.of(conflicts));
        harbour.roles.add(role);
        return role;
    }

    private Assignment given(String role, String who, Bounds bounds) {
        Assignment one =
                new Assignment(
                        role + "-" + who,
                        to(who),
                        new Assignment.Gives.OfRole(role),
                        bounds,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty());
        harbour.assignments.add(one);
        return one;
    }

    private List<String> care(Element element) {
        return Care.of(new Moment(harbour.model(), NOW), element, ONE, any -> true);
    }

    @Test
    void conflictsOfDutyAreNamed() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        role("pilot", Role.MeantFor.ANY, "clerk");
        role("clerk", Role.MeantFor.ANY);
        given("clerk", "ann", Bounds.NONE);
        Assignment pilot = given("pilot", "ann", Bounds.NONE);
        assertThat(care(pilot))
                .containsExactly("Ann holds clerk as well, which nobody should beside pilot.");
        assertThat(Care.of(new Moment(harbour.model(), NOW), pilot, ONE, any -> false))
                .containsExactly("somebody holds clerk as well, which nobody should beside pilot.");
    }

    @Test
    void whomARoleIsNotMeantForAndBoundsThatLeaveNothingAreSaid() {
        harbour.give(to("cas"), may("chart", "view", Reach.ALL));
        role("pilot", Role.MeantFor.STAFF);
        Bounds pier =
                new Bounds(
                        Optional.empty(), Optional.of(new Bounds.UnitScope(Set.of("pier"), false)));
        assertThat(care(given("pilot", "eve", pier)))
                .containsExactly(
                        "pilot is meant for staff; Eve is not.",
                        "Within these bounds it gives nothing on charts, which say no unit:"
                                + " nothing is left of it.");
    }

    @Test
    void nothingIsSaidOfWhatIsAsItShouldBe() {
        harbour.give(to("cas"), may("trip", "view", Reach.ALL));
        role("pilot", Role.MeantFor.ANY);
        assertThat(care(given("pilot", "ann", Bounds.NONE))).isEmpty();
    }
}
