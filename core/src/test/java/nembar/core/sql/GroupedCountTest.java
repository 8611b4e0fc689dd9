package nembar.core.sql;

import static nembar.core.testing.Harbour.record;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Counting over groups, with the rows that the query would give. */
class GroupedCountTest {
    private final RecordType trip = type("trip");
    private final RecordType load = type("load");
    private final Fleet fleet =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ben", "unit", "pier"))
                    .add(record("trip", "t2", "owner", "cas", "unit", "quay"))
                    .add(record("load", "l1", "owner", "ann", "trip", "t1"))
                    .add(record("load", "l2", "owner", "ben", "trip", "t1"))
                    .add(record("load", "l3", "owner", "ben", "trip", "t2"))
                    .add(record("load", "l4", "owner", "eve"));

    private static RecordType type(String key) {
        return new Harbour().catalogue().recordType(key).orElseThrow();
    }

    private static RecordSet among(String field, String... keys) {
        return RecordSet.among(field, new TreeSet<>(List.of(keys)), field);
    }

    @Test
    void whatRecordsAndTheirParentsHaveIsGroupedBy() {
        RecordSet own = among("owner", "ben");
        RecordSet ofTrip = new RecordSet.ParentIn(trip, "trip", among("owner", "cas"));
        GroupedCount plan = GroupedCount.of(load, List.of(own, ofTrip), Lookups.NONE);
        assertThat(plan.text().sql())
                .isEqualTo(
                        "SELECT count(*), t.\"owner\", p1.\"owner\", p1.\"id\" IS NOT NULL FROM"
                                + " \"harbour\".\"load\" t LEFT JOIN \"harbour\".\"trip\" p1 ON"
                                + " p1.\"id\" = t.\"trip\" GROUP BY 2, 3, 4");
        assertThat(plan.text().parameters()).isEmpty();
        assertThat(plan.flag(3)).isTrue();
        assertThat(plan.flag(1)).isFalse();
    }

    @Test
    void setsOverGroupsHaveAsManyAsTheirRecords() {
        RecordSet own = among("owner", "ben");
        RecordSet two = among("owner", "ann", "eve");
        RecordSet ofTrip = new RecordSet.ParentIn(trip, "trip", among("owner", "ben"));
        RecordSet ofAnyTrip = new RecordSet.ParentIn(trip, "trip", RecordSet.EVERYTHING);
        List<RecordSet> sets =
                List.of(
                        own,
                        two,
                        ofTrip,
                        ofAnyTrip,
                        RecordSet.EVERYTHING,
                        RecordSet.NOTHING,
                        RecordSet.anyOf(own, ofTrip),
                        RecordSet.allOf(own, ofTrip),
                        RecordSet.less(RecordSet.EVERYTHING, ofAnyTrip),
                        RecordSet.less(ofTrip, own));
        Groups groups = GroupedCount.of(load, sets, Lookups.NONE).groups();
        for (GovernedRecord one : fleet.of("load")) {
            List<String> row = row(one);
            groups.add(1, column -> row.get(column - 1));
        }
        Map<RecordSet, Long> expected = new FleetCounting(fleet).count(load, sets);
        assertThat(groups.counts()).containsAllEntriesOf(expected);
        assertThat(groups.total()).isEqualTo(4);
        groups.add(5, column -> row(fleet.of("load").get(1)).get(column - 1));
        assertThat(groups.counts().get(own)).isEqualTo(expected.get(own) + 5);
        assertThat(groups.total()).isEqualTo(9);
    }

    /** The columns owner, owner of the trip, and whether there is a trip. */
    private List<String> row(GovernedRecord one) {
        List<String> row = new ArrayList<>();
        row.add((String) one.values().get("owner"));
        String key = (String) one.values().get("trip");
        row.add(
                key == null
                        ? null
                        : (String) fleet.record(trip, key).orElseThrow().values().get("owner"));
        row.add(String.valueOf(key != null));
        return row;
    }

    @Test
    void recordsOwnKeysAreNotGroupedBy() {
        GroupedCount plan =
                GroupedCount.of(
                        trip, List.of(among("id", "t1"), among("owner", "ben")), Lookups.NONE);
        assertThat(plan.text().sql())
                .contains("COALESCE(t.\"id\" = ?, FALSE)")
                .endsWith("GROUP BY 2, 3");
        assertThat(plan.text().parameters()).containsExactly("t1");
    }

    @Test
    void ofAParentThatIsNotThereNothingIsSo() {
        RecordSet ofTrip = new RecordSet.ParentIn(trip, "trip", among("id", "t1"));
        assertThat(GroupedCount.of(load, List.of(ofTrip), Lookups.NONE).text().sql())
                .contains("COALESCE(p1.\"id\" IS NOT NULL AND p1.\"id\" = ?, FALSE)");
    }

    @Test
    void whatIsTooMuchForOneQueryIsLeftOver() {
        List<RecordSet> sets = new ArrayList<>();
        for (int i = 0; i < 100; i++) {
            sets.add(among("id", "t" + i));
        }
        sets.add(among("owner", "ben"));
        GroupedCount plan = GroupedCount.of(trip, sets, Lookups.NONE);
        assertThat(plan.sets()).hasSize(41);
        assertThat(plan.rest()).hasSize(60);
        assertThat(plan.sets()).contains(sets.get(100));
    }
}
