package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.HolderCounts.OfCell;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What holders have, least to most (docs/access-model.md, section 6). */
class HolderCountsTest {
    private static final Audience STAFF = Audience.anyOf(new Audience.AllStaff());

    private final Harbour harbour = new Harbour();
    private final Counting counting =
            new FleetCounting(
                    new Fleet()
                            .add(record("trip", "t1", "owner", "ben"))
                            .add(record("trip", "t2", "owner", "cas"))
                            .add(record("trip", "t3", "owner", "cas")));

    @Test
    void theOneWithMostAndTheRangeAreThoseOfTheRecordsThereAre() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        HolderCounts counts = of(counting, 100);
        assertThat(counts.most().orElseThrow().person().key()).isEqualTo("cas");
        assertThat(view(counts)).isEqualTo(List.of(0L, 2L));
        assertThat(counts.looked()).as("each owns something else").isEqualTo(3);
    }

    @Test
    void thoseWhoHaveTheSameAreLookedAtOnce() {
        harbour.give(STAFF, may("trip", "view", Reach.ALL));
        HolderCounts counts = of(counting, 100);
        assertThat(view(counts)).isEqualTo(List.of(3L, 3L));
        assertThat(counts.looked()).isLessThanOrEqualTo(3);
    }

    @Test
    void noMoreAreLookedAtThanAskedFor() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        assertThat(of(counting, 2).looked()).isEqualTo(2);
    }

    @Test
    void whatMayNotBeToldIsLeftOut() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        Counting withheld =
                new Counting() {
                    @Override
                    public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                        return sets.stream()
                                .distinct()
                                .collect(
                                        java.util.stream.Collectors.toMap(
                                                one -> one, one -> Counting.WITHHELD));
                    }

                    @Override
                    public List<String> examples(RecordType type, RecordSet set, int atMost) {
                        return List.of();
                    }
                };
        assertThat(of(withheld, 100)).isEqualTo(new HolderCounts(Optional.empty(), List.of(), 3));
    }

    private HolderCounts of(Counting counting, int atMost) {
        Moment moment = new Moment(harbour.model(), NOW);
        List<Persona> personas =
                new Holders(moment)
                        .ofSet("set0").stream().map(Holders.Held::persona).distinct().toList();
        return HolderCounts.of(moment, personas, counting, atMost);
    }

    private static List<Long> view(HolderCounts counts) {
        OfCell cell =
                counts.cells().stream()
                        .filter(one -> one.type().key().equals("trip"))
                        .filter(one -> one.operation().key().equals("view"))
                        .findFirst()
                        .orElseThrow();
        return List.of(cell.least(), cell.most());
    }

    @Test
    void nobodyWhoHoldsItHasNothing() {
        assertThat(HolderCounts.of(new Moment(harbour.model(), NOW), List.of(), counting, 9))
                .isEqualTo(new HolderCounts(Optional.empty(), List.of(), 0));
    }

    @Test
    void ofManyEvenlyChosenOnesAreLookedAtAndTheFirstWithMostIsTold() {
        harbour.give(STAFF, may("trip", "view", Reach.OWN));
        assertThat(of(counting, 1).most().orElseThrow().person().key()).isEqualTo("ann");
        assertThat(view(of(counting, 1))).isEqualTo(List.of(0L, 0L));
        assertThat(view(of(counting, 2))).as("ann and ben").isEqualTo(List.of(0L, 1L));
        assertThat(of(counting, 3).looked()).isEqualTo(3);
    }
}
