package nembar.core.roles;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.roles.RoleProposal.Kind;
import nembar.core.testing.Draws;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;
import nembar.core.use.Use;
import nembar.core.use.Use.Used;
import org.junit.jupiter.api.Test;

/** Roles proposed, by example and by law (docs/access-model.md, section 12). */
class RoleProposalsTest {
    private static final LocalDate TODAY = LocalDate.ofInstant(NOW, ZoneOffset.UTC);

    private final Harbour harbour = new Harbour();

    private List<RoleProposal> proposed(Kind kind, Use use) {
        return RoleProposals.of(new Moment(harbour.model(), NOW), use, 50).stream()
                .filter(one -> one.kind() == kind)
                .toList();
    }

    private void give(String key, String person, Assignment.Gives gives) {
        harbour.assignments.add(
                new Assignment(
                        key,
                        to(person),
                        gives,
                        Bounds.NONE,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    @Test
    void whatSeveralAreGivenOneByOneIsOneRole() {
        for (String set : List.of("trips", "loads")) {
            harbour.sets.add(
                    new PrivilegeSet(
                            set,
                            set,
                            "",
                            List.of(may(set.substring(0, set.length() - 1), "view", Reach.ALL))));
            for (String person : List.of("ben", "cas")) {
                give(set + person, person, new Assignment.Gives.OfSet(set));
            }
        }
        give("only", "ann", new Assignment.Gives.OfSet("trips"));
        List<RoleProposal> proposed = proposed(Kind.ONE_ROLE, Use.UNKNOWN);
        assertThat(proposed).hasSize(1);
        assertThat(proposed.get(0).sentence())
                .isEqualTo("Ben and Cas are each given loads and trips: that could be one role.");
        Design after = Changes.apply(harbour.model(), proposed.get(0).changes()).design();
        assertThat(after.role("loads-and-trips").orElseThrow().sets())
                .containsExactly("trips", "loads");
        assertThat(after.assignments())
                .extracting(Assignment::key)
                .containsExactly("only", "loads-and-trips");
    }

    @Test
    void aRoleThatNobodyNeedsWholeIsCut() {
        harbour.sets.add(
                new PrivilegeSet(
                        "trips",
                        "Trips",
                        "",
                        List.of(may("trip", "view", Reach.ALL), may("trip", "change", Reach.OWN))));
        harbour.roles.add(
                new Role("sailor", "Sailor", "", Role.MeantFor.ANY, List.of("trips"), Set.of()));
        give("a", "ben", new Assignment.Gives.OfRole("sailor"));
        Use use =
                new Use(
                        Optional.of(TODAY.minusDays(100)),
                        Map.of("ben", Map.of(new Used("trip", "view"), TODAY)));
        assertThat(proposed(Kind.SMALLER_ROLE, use))
                .extracting(RoleProposal::sentence)
                .containsExactly(
                        "Nobody needs the whole of Sailor: 1 of its 2 privileges was not used for"
                                + " 90 days by the one who holds it.");
        assertThat(proposed(Kind.SMALLER_ROLE, Use.UNKNOWN)).isEmpty();
    }

    /**
     * Given together as a role, everybody may do just what they did, where no audience names it.
     */
    @Law
    void oneRoleInPlaceOfSeveralChangesNobodysAccess(Draws draws) {
        Moment before = new Moment(new RandomWorld(draws).model(), NOW);
        boolean named =
                before.model().design().sharingRules().stream()
                                .anyMatch(one -> one.audience().namesHolders())
                        || before.model().design().directShares().stream()
                                .anyMatch(one -> one.audience().namesHolders())
                        || before.model().design().accountFilters().stream()
                                .anyMatch(one -> one.audience().namesHolders())
                        || before.model().design().fieldFilters().stream()
                                .anyMatch(one -> one.audience().namesHolders());
        for (RoleProposal one : RoleProposals.of(before, Use.UNKNOWN, 50)) {
            AccessModel after = Changes.apply(before.model(), one.changes());
            if (one.kind() == Kind.ONE_ROLE && !named) {
                assertThat(Impact.of(before, before.with(after)).people()).isEmpty();
            }
        }
    }
}
