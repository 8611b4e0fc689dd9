package nembar.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.condition.Condition;
import nembar.core.lookup.LookupValues;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Harbour;
import nembar.core.testing.MoreTypes;
import org.junit.jupiter.api.Test;

/** What look-ups and link tables become in SQL. */
class LookupSqlTest {
    private static final Lookup.Through USERS =
            new Lookup.Through(TableName.of("harbour.users"), "id", "e\"mail");
    private static final Lookups LOOKUPS =
            any ->
                    LookupValues.of(
                            Identifier.PERSON_EMAIL,
                            Map.of("1", "ann@home.example", "x", "ann@home.example"),
                            new Harbour().directory());
    private static final Field OWNER =
            MoreTypes.field("owner", FieldType.PERSON, false, new Column("user", Stored.WHOLE))
                    .with(
                            Optional.empty(),
                            Optional.of(new Lookup(Identifier.PERSON_EMAIL, Optional.of(USERS))));
    private static final Field CREW =
            OWNER.with(
                    Optional.of(
                            new Link(TableName.of("harbour.crew"), List.of(Column.plain("box")))),
                    OWNER.lookup());

    private static RecordType box(Field owner) {
        return MoreTypes.type(
                "box",
                "work",
                "harbour.box",
                new RecordType.Places(
                        Optional.of("owner"), Optional.empty(), Optional.empty(), Optional.empty()),
                Optional.empty(),
                MoreTypes.field("id", FieldType.TEXT),
                owner);
    }

    private static RecordSet owned(String... people) {
        return RecordSet.among("owner", new TreeSet<>(Set.of(people)), "");
    }

    @Test
    void anOwnerIsLookedForByWhatLeadsThere() {
        TableScan scan = new TableScan(box(OWNER), "t", LOOKUPS);
        SqlText anns = scan.where(owned("ann"));
        assertThat(anns.sql()).isEqualTo("t.\"user\" = ?::bigint");
        assertThat(anns.parameters()).containsExactly("1");
        assertThat(scan.where(owned("ben")).sql()).isEqualTo("FALSE");
        assertThat(scan.from().sql()).isEqualTo(" FROM \"harbour\".\"box\" t");
    }

    @Test
    void aConditionJoinsTheLookUpOnlyWhereItMust() {
        TableScan scan = new TableScan(box(OWNER), "t", LOOKUPS);
        assertThat(scan.where(met("owner = 'ann'")).sql()).isEqualTo("t.\"user\" = ?::bigint");
        assertThat(scan.where(met("owner IN ('ann', 'ben')")).sql())
                .isEqualTo("t.\"user\" = ?::bigint");
        assertThat(scan.from().sql()).doesNotContain("JOIN");
        assertThat(scan.where(met("NOT owner LIKE 'ann'")).sql())
                .isEqualTo("(NOT (t_1.key LIKE ?::text))");
        assertThat(scan.from().sql())
                .endsWith(
                        " LEFT JOIN unnest(?::text[]::bigint[], ?::text[]) AS t_1(value, key) ON"
                                + " t_1.value = t.\"user\"");
    }

    @Test
    void whetherANumberLeadsAnywhereIsToldByABitmap() {
        TableScan scan = new TableScan(box(OWNER), "t", LOOKUPS);
        String leads =
                "(CASE WHEN t.\"user\" BETWEEN (0) AND (1) THEN get_bit((SELECT decode(?,"
                        + " 'base64')), t.\"user\"::integer) = 1 END)";
        String equal =
                "(CASE WHEN t.\"user\" = ?::bigint THEN TRUE WHEN " + leads + " THEN FALSE END)";
        SqlText not = scan.where(met("NOT owner = 'ann'"));
        assertThat(not.sql()).isEqualTo("(NOT " + equal + ")");
        assertThat(not.parameters()).containsExactly("1", "Ag==");
        assertThat(scan.where(met("owner <> 'ann'"))).isEqualTo(not);
        assertThat(scan.where(met("owner IS NULL")).sql()).isEqualTo("(" + leads + " IS NOT TRUE)");
        assertThat(scan.from().sql()).doesNotContain("JOIN");
    }

    @Test
    void aBitmapAskedForAgainAndAgainGivesWayToAJoin() {
        TableScan scan = new TableScan(box(OWNER), "t", LOOKUPS);
        for (int i = 0; i < 8; i++) {
            assertThat(scan.where(met("owner <> 'ann'")).sql()).contains("get_bit");
        }
        assertThat(scan.where(met("owner <> 'ann'")).sql()).isEqualTo("(t_1.key <> ?::text)");
    }

    @Test
    void numbersFarApartAreJoined() {
        assertThat(KnownNumbers.of(OWNER, List.of("-3", "60")).orElseThrow().among("n").sql())
                .isEqualTo(
                        "(CASE WHEN n BETWEEN (-3) AND (60) THEN get_bit((SELECT decode(?,"
                                + " 'base64')), (n - (-3))::integer) = 1 END)");
        assertThat(KnownNumbers.of(OWNER, List.of("1", "900719925474099"))).isEmpty();
        String least = String.valueOf(Long.MIN_VALUE);
        assertThat(KnownNumbers.of(OWNER, List.of(least, String.valueOf(Long.MAX_VALUE))))
                .isEmpty();
        assertThat(KnownNumbers.of(OWNER, List.of("x"))).isEmpty();
        assertThat(KnownNumbers.of(MoreTypes.field("owner", FieldType.PERSON), List.of("1")))
                .isEmpty();
    }

    private static RecordSet met(String condition) {
        return RecordSet.where(Condition.ofText(condition).expression(), condition);
    }

    @Test
    void severalOwnersAreJoinedOnce() {
        TableScan scan = new TableScan(box(CREW), "t", LOOKUPS);
        assertThat(scan.where(owned("ann")).sql()).isEqualTo("t_1.key IS NOT NULL");
        assertThat(scan.where(owned("ann")).sql()).isEqualTo("t_1.key IS NOT NULL");
        assertThat(scan.from().sql())
                .endsWith(
                        " LEFT JOIN (SELECT DISTINCT l.\"box\" AS key FROM \"harbour\".\"crew\""
                                + " l WHERE l.\"user\" = ?::bigint) t_1 ON t_1.key = t.\"id\"");
    }

    @Test
    void recordsAreHandedOverInTheApplicationsOwnValues() {
        List<SqlText> one = HandOver.of(box(OWNER), "ann", "ann", LOOKUPS).orElseThrow();
        assertThat(one).hasSize(1);
        assertThat(one.get(0).sql())
                .isEqualTo(
                        "UPDATE \"harbour\".\"box\" t SET \"user\" = ?::bigint WHERE"
                                + " t.\"user\" = ?::bigint");
        assertThat(HandOver.of(box(OWNER), "ann", "ben", LOOKUPS)).isEmpty();
        List<SqlText> crew = HandOver.of(box(CREW), "ann", "ann", LOOKUPS).orElseThrow();
        assertThat(crew)
                .extracting(SqlText::sql)
                .containsExactly(
                        "DELETE FROM \"harbour\".\"crew\" t WHERE t.\"user\" = ?::bigint AND"
                                + " EXISTS (SELECT 1 FROM \"harbour\".\"crew\" other WHERE"
                                + " other.\"box\" = t.\"box\" AND other.\"user\" = ?::bigint)",
                        "UPDATE \"harbour\".\"crew\" t SET \"user\" = ?::bigint WHERE"
                                + " t.\"user\" = ?::bigint");
    }

    @Test
    void namesStayNamesWhateverIsInThem() {
        assertThat(LookupQuery.pairs(USERS, 7).sql())
                .isEqualTo(
                        "SELECT l.\"id\"::text, l.\"e\"\"mail\"::text FROM \"harbour\".\"users\""
                                + " l WHERE l.\"id\"::text IS NOT NULL AND"
                                + " l.\"e\"\"mail\"::text IS NOT NULL LIMIT ?");
        assertThat(LookupQuery.nowhere(box(CREW), CREW, LOOKUPS, 5).sql())
                .contains("FROM \"harbour\".\"crew\" t LEFT JOIN unnest(")
                .endsWith("AND known.key IS NULL GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT ?");
    }
}
