package nembar.core.sql;

import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Reach;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** The SQL's shape; that it is right is judged against PostgreSQL in the server's tests. */
class SqlTest {
    private final RecordType trip = new Harbour().catalogue().recordType("trip").orElseThrow();

    private static RecordSet among(String field, String... keys) {
        return RecordSet.among(field, new TreeSet<>(Set.of(keys)), "");
    }

    @Test
    void valuesAreNeverInTheText() {
        String hostile = "x'); DROP TABLE trip; --";
        SqlText text = new TableScan(trip, "t", Lookups.NONE).where(among("owner", hostile));
        assertThat(text.sql()).isEqualTo("t.\"owner\" = ?");
        assertThat(text.parameters()).containsExactly(hostile);
    }

    @Test
    void severalKeysAreOneParameter() {
        SqlText text = new TableScan(trip, "t", Lookups.NONE).where(among("owner", "a", "b"));
        assertThat(text.sql()).isEqualTo("t.\"owner\" = ANY (?::text[])");
        assertThat((String[]) text.parameters().get(0)).containsExactly("a", "b");
    }

    @Test
    void allSetsAreCountedInOneScan() {
        RecordSet anns = among("owner", "ann");
        CountQuery query =
                CountQuery.of(
                        trip,
                        List.of(
                                anns,
                                RecordSet.EVERYTHING,
                                anns,
                                RecordSet.NOTHING,
                                RecordSet.anyOf(anns, among("unit", "pier"))),
                        Lookups.NONE);
        assertThat(query.columns()).hasSize(2);
        assertThat(query.text().sql()).containsOnlyOnce(" FROM ").startsWith("SELECT count(*), ");
    }

    @Test
    void rowsOfOtherTablesAreJoinedOnceForASet() {
        RecordType load = new Harbour().catalogue().recordType("load").orElseThrow();
        RecordSet withLoads = new RecordSet.ChildIn(load, "trip", among("id", "l1"));
        TableScan scan = new TableScan(trip, "t", Lookups.NONE);
        assertThat(scan.where(withLoads)).isEqualTo(scan.where(withLoads));
        assertThat(scan.where(RecordSet.anyOf(withLoads, among("owner", "ann"))).sql())
                .contains("t_1.key IS NOT NULL");
        assertThat(scan.from().sql())
                .containsOnlyOnce("LEFT JOIN (SELECT DISTINCT r1.\"trip\" AS key FROM")
                .endsWith("WHERE r1.\"id\" = ?) t_1 ON t_1.key = t.\"id\"");
        assertThat(scan.from().parameters()).containsExactly("l1");
    }

    @Test
    void aHiddenFieldTakesNoPartInOrderOrSearch() {
        Harbour harbour = new Harbour();
        harbour.give(to("ann"), may("trip", "view", Reach.OWN));
        PersonAccess access = harbour.access("ann");
        List<FieldCoverage> fields =
                trip.fields().stream().map(field -> access.field(trip, field)).toList();
        RecordSet records = access.coverage(trip, Operation.VIEW).records();
        ListQuery byName =
                ListQuery.of(
                        trip,
                        records,
                        fields,
                        new ListQuery.Page(
                                Optional.empty(),
                                false,
                                10,
                                Optional.of("name"),
                                true,
                                "100%_",
                                Map.of("team", new TreeSet<>(Set.of("cranes"))),
                                Optional.empty()),
                        Lookups.NONE);
        assertThat(byName.text().sql())
                .contains(
                        "ORDER BY (CASE WHEN t.\"owner\" = ? THEN t.\"name\" END) DESC NULLS LAST")
                .doesNotContain("THEN t.\"price\"");
        assertThat(byName.text().parameters()).contains("%100\\%\\_%");
        assertThat(byName.text().sql()).contains("(t.\"owner\" = ? AND t.\"team\" = ?)");
        assertThat(byName.total().parameters()).contains("%100\\%\\_%");
    }

    @Test
    void setsOfSetsKeepWhatBelongsTogether() {
        RecordSet anns = among("owner", "ann");
        RecordSet piers = among("unit", "pier");
        RecordSet either = RecordSet.anyOf(anns, piers);
        assertThat(sql(RecordSet.EVERYTHING)).isEqualTo("TRUE");
        assertThat(sql(RecordSet.NOTHING)).isEqualTo("FALSE");
        assertThat(sql(either)).matches("\\(?t\\.\"\\w+\" = \\? OR t\\.\"\\w+\" = \\?\\)?");
        assertThat(sql(RecordSet.allOf(either, among("team", "cranes"))))
                .contains(" AND ")
                .containsPattern("\\([^()]* OR [^()]*\\)");
        assertThat(sql(RecordSet.less(anns, piers)))
                .contains("t.\"owner\" = ?")
                .contains("NOT")
                .contains("t.\"unit\" = ?");
    }

    private String sql(RecordSet set) {
        return new TableScan(trip, "t", Lookups.NONE).where(set).sql();
    }

    @Test
    void parentsOfParentsAreJoinedUnderNamesOfTheirOwn() {
        RecordType load = new Harbour().catalogue().recordType("load").orElseThrow();
        RecordType note = new Harbour().catalogue().recordType("note").orElseThrow();
        RecordSet ofTrip =
                new RecordSet.ParentIn(
                        load, "load", new RecordSet.ParentIn(trip, "trip", among("owner", "ann")));
        TableScan scan = new TableScan(note, "t", Lookups.NONE);
        assertThat(scan.where(ofTrip).sql()).isEqualTo("t_1.key IS NOT NULL");
        assertThat(scan.from().sql())
                .isEqualTo(
                        " FROM \"harbour\".\"note\" t LEFT JOIN (SELECT r1.\"id\" AS key FROM"
                                + " \"harbour\".\"load\" r1 LEFT JOIN (SELECT r2.\"id\" AS key"
                                + " FROM \"harbour\".\"trip\" r2 WHERE r2.\"owner\" = ?) r1_1 ON"
                                + " r1_1.key = r1.\"trip\" WHERE r1_1.key IS NOT NULL) t_1 ON"
                                + " t_1.key = t.\"load\"");
        assertThat(scan.from().parameters()).containsExactly("ann");
    }
}
