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
        SqlText text = new TableScan(trip, "t").where(among("owner", hostile));
        assertThat(text.sql()).isEqualTo("t.\"owner\" = ?");
        assertThat(text.parameters()).containsExactly(hostile);
    }

    @Test
    void severalKeysAreOneParameter() {
        SqlText text = new TableScan(trip, "t").where(among("owner", "a", "b"));
        assertThat(text.sql()).isEqualTo("t.\"owner\" = ANY (?)");
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
                                RecordSet.anyOf(anns, among("unit", "pier"))));
        assertThat(query.columns()).hasSize(2);
        assertThat(query.text().sql()).containsOnlyOnce(" FROM ").startsWith("SELECT count(*), ");
    }

    @Test
    void rowsOfOtherTablesAreJoinedOnceForASet() {
        RecordType load = new Harbour().catalogue().recordType("load").orElseThrow();
        RecordSet withLoads = new RecordSet.ChildIn(load, "trip", among("id", "l1"));
        TableScan scan = new TableScan(trip, "t");
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
                                Optional.empty()));
        assertThat(byName.text().sql())
                .contains(
                        "ORDER BY (CASE WHEN t.\"owner\" = ? THEN t.\"name\" END) DESC NULLS LAST")
                .doesNotContain("THEN t.\"price\"");
        assertThat(byName.text().parameters()).contains("%100\\%\\_%");
        assertThat(byName.text().sql()).contains("THEN t.\"team\" END) = ANY (?)");
        assertThat(byName.total().parameters()).contains("%100\\%\\_%");
    }
}
