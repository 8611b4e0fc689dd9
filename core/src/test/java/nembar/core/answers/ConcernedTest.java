package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Expectation;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Whom a publication concerns (docs/access-model.md, section 8). */
class ConcernedTest {
    private final Harbour harbour = new Harbour();

    @BeforeEach
    void design() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
    }

    private Set<String> by(Change... changes) {
        AccessModel model = harbour.model();
        AccessModel next = Changes.apply(model, List.of(changes));
        return Concerned.by(new Moment(model, NOW), new Moment(next, NOW), List.of(changes));
    }

    private static Assignment given(String key, Audience audience, Times times) {
        return Elements.assignment(key, audience, new Assignment.Gives.OfSet("set0"), times);
    }

    @Test
    void whoeverGainsOrLosesNow() {
        assertThat(
                        by(
                                Change.Put.of(
                                        new PrivilegeSet(
                                                "set0",
                                                "Set 0",
                                                "",
                                                List.of(may("trip", "change", Reach.ALL))))))
                .containsExactly("ann");
    }

    @Test
    void nobodyWhereOnlyTheCatalogueGrows() {
        AccessModel model = harbour.model();
        AccessModel before =
                AccessModel.of(
                        model.application(),
                        new Catalogue(
                                model.catalogue().areas(),
                                model.catalogue().recordTypes().subList(0, 1),
                                List.of()),
                        new Harbour().directory(),
                        model.design());
        assertThat(Concerned.by(new Moment(before, NOW), new Moment(model, NOW), List.of()))
                .isEmpty();
        assertThat(Concerned.by(new Moment(model, NOW), new Moment(before, NOW), List.of()))
                .isEmpty();
    }

    @Test
    void alsoWhoseBeginningIsMovedAndWhoIsNamedNoMore() {
        Times later = Times.between(Optional.of(NOW.plus(Duration.ofDays(9))), Optional.empty());
        assertThat(by(Change.Put.of(given("later", to("cas"), later)))).containsExactly("cas");
        assertThat(by(Change.Put.of(given("give0", to("ben"), later))))
                .containsExactly("ann", "ben");
    }

    @Test
    void bothSidesOfADelegationAndNobodyOfAnExpectation() {
        Times later = Times.between(Optional.of(NOW.plus(Duration.ofDays(9))), Optional.empty());
        assertThat(by(Change.Put.of(new Delegation("d", "ann", "tug", List.of("set0"), later, ""))))
                .containsExactly("ann", "tug");
        assertThat(
                        by(
                                Change.Put.of(
                                        new Expectation(
                                                "e",
                                                "E",
                                                to("cas"),
                                                Expectation.Claim.CAN_NEVER,
                                                new Expectation.Target.OnFunction("tide", "set"),
                                                Optional.empty(),
                                                "",
                                                Expectation.Severity.ERROR))))
                .isEmpty();
    }

    @Test
    void nobodyOfWhatStaysAsItIs() {
        assertThat(by(Change.Put.of(given("give0", to("ann"), Times.ALWAYS)))).isEmpty();
    }
}
