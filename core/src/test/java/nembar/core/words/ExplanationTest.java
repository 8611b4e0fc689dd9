package nembar.core.words;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Bounds;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Routes in words, with names instead of keys. */
class ExplanationTest {
    private final Harbour harbour = new Harbour();

    private List<String> route(String person, String type) {
        PersonAccess access = harbour.access(person);
        RecordType known = access.model().catalogue().recordType(type).orElseThrow();
        return new Explanation(access.model(), access.who())
                .route(access.coverage(known, Operation.VIEW).grants().get(0)).stream()
                        .map(
                                step ->
                                        (step.lead() + " " + step.name() + " " + step.detail())
                                                .strip())
                        .toList();
    }

    @Test
    void aRouteIsTheWholeChain() {
        harbour.give(
                Audience.anyOf(new Audience.OneUnit("harbour", true)),
                new Bounds(
                        Optional.empty(), Optional.of(new Bounds.UnitScope(Set.of("pier"), true))),
                Optional.empty(),
                Optional.of(Instant.parse("2026-07-01T00:00:00Z")),
                may("trip", "change", Reach.BRANCH));
        assertThat(route("ben", "trip"))
                .containsExactly(
                        "Ben staff, Pier",
                        "sits in Harbour or below",
                        "holds Set 0 only Pier and below; until 1 July 2026",
                        "change trips, own branch carries view");
    }

    @Test
    void aRouteByTheParentSaysWhichParents() {
        harbour.loadsFollow = Parent.Follows.VIEW;
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        assertThat(route("ben", "load"))
                .containsExactly(
                        "may view trips and what belongs to a trip follows it: those whose owner is"
                                + " Ben");
    }

    @Test
    void holdingsAreSaidOnceEach() {
        harbour.give(to("ben"), may("trip", "view", Reach.OWN));
        PersonAccess access = harbour.access("ben");
        assertThat(new Explanation(access.model(), access.who()).holdings(access.holdings()))
                .containsExactly("Set 0");
        assertThat(access.who().at()).isEqualTo(NOW);
    }
}
