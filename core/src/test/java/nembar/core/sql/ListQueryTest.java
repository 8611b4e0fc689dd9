package nembar.core.sql;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.lookup.Lookups;
import nembar.core.sql.ListQuery.Having;
import nembar.core.sql.ListQuery.Page;
import nembar.core.sql.ListQuery.Position;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Where a page of a list begins and how it is ordered, forwards and backwards. */
class ListQueryTest {
    private final RecordType trip = new Harbour().catalogue().recordType("trip").orElseThrow();
    private final PersonAccess access =
            new Harbour().give(to("ann"), may("trip", "view", Reach.ALL)).access("ann");
    private final List<FieldCoverage> fields =
            trip.fields().stream().map(one -> access.field(trip, one)).toList();

    private String order(
            Optional<Position> beside, boolean backwards, Optional<String> sort, boolean falling) {
        return text(new Page(beside, backwards, 10, sort, falling, "", Map.of(), Optional.empty()));
    }

    /** What stands behind the condition that lets the records through. */
    private String text(Page page) {
        String sql =
                ListQuery.of(
                                trip,
                                access.coverage(trip, Operation.VIEW).records(),
                                fields,
                                page,
                                Lookups.NONE)
                        .text()
                        .sql();
        return sql.substring(sql.indexOf(" WHERE ") + 7).replace("t.\"", "").replace("\"", "");
    }

    private static Optional<Position> key() {
        return Optional.of(new Position(Optional.empty(), "t5"));
    }

    private static Optional<Position> fare() {
        return Optional.of(new Position(Optional.of(BigDecimal.TEN), "t5"));
    }

    @Test
    void keysComeInTheirOrderOrFallAndAPageGoesOnFromThem() {
        assertThat(order(Optional.empty(), false, Optional.empty(), false))
                .isEqualTo("TRUE ORDER BY id LIMIT ?");
        assertThat(order(key(), false, Optional.empty(), false))
                .isEqualTo("TRUE AND id > ? ORDER BY id LIMIT ?");
        assertThat(order(key(), false, Optional.empty(), true))
                .isEqualTo("TRUE AND id < ? ORDER BY id DESC LIMIT ?");
        assertThat(order(key(), true, Optional.empty(), false))
                .isEqualTo("TRUE AND id < ? ORDER BY id DESC LIMIT ?");
        assertThat(order(key(), true, Optional.empty(), true))
                .isEqualTo("TRUE AND id > ? ORDER BY id LIMIT ?");
    }

    @Test
    void aSortedListEndsWithWhatHasNoValueAndGoesBackThroughIt() {
        Optional<String> sort = Optional.of("fare");
        assertThat(order(fare(), false, sort, false))
                .isEqualTo(
                        "TRUE AND (fare > ?::numeric OR fare = ?::numeric AND id > ? OR fare IS"
                                + " NULL) ORDER BY fare ASC NULLS LAST, id LIMIT ?");
        assertThat(order(fare(), false, sort, true))
                .isEqualTo(
                        "TRUE AND (fare < ?::numeric OR fare = ?::numeric AND id > ? OR fare IS"
                                + " NULL) ORDER BY fare DESC NULLS LAST, id LIMIT ?");
        assertThat(order(fare(), true, sort, false))
                .isEqualTo(
                        "TRUE AND (fare < ?::numeric OR fare = ?::numeric AND id < ?) ORDER BY"
                                + " fare DESC NULLS FIRST, id DESC LIMIT ?");
        assertThat(order(key(), false, sort, false))
                .isEqualTo(
                        "TRUE AND (fare IS NULL AND id > ?) ORDER BY fare ASC NULLS LAST, id LIMIT"
                                + " ?");
        assertThat(order(key(), true, sort, false))
                .isEqualTo(
                        "TRUE AND (fare IS NULL AND id < ? OR fare IS NOT NULL) ORDER BY fare DESC"
                                + " NULLS FIRST, id DESC LIMIT ?");
    }

    @Test
    void oneOfSomeValuesIsWantedOfTheFieldAndOneOfThemInAList() {
        assertThat(having("state", "planned"))
                .isEqualTo("TRUE AND state::text = ANY (?) ORDER BY id LIMIT ?");
        assertThat(having("permits", "x"))
                .isEqualTo("TRUE AND permits && (?::text[]) ORDER BY id LIMIT ?");
    }

    private String having(String field, String value) {
        return text(
                new Page(
                        Optional.empty(),
                        false,
                        10,
                        Optional.empty(),
                        false,
                        "",
                        Map.of(),
                        Optional.of(new Having(field, new TreeSet<>(Set.of(value))))));
    }

    @Test
    void aPageWithOneMoreIsThatPageOtherwise() {
        Page page = Page.after(Optional.of("t5"), 10);
        assertThat(page.oneMore().size()).isEqualTo(11);
        assertThat(page.oneMore().beside()).isEqualTo(page.beside());
        assertThat(Page.first(10)).isEqualTo(Page.after(Optional.empty(), 10));
    }

    @Test
    void valuesOfAFieldAreFoundByTheirBeginningWhateverItsSigns() {
        SqlText text = ListQuery.values(trip, "name", "50%_", 7, Lookups.NONE);
        assertThat(text.sql())
                .isEqualTo(
                        "SELECT DISTINCT t.\"name\"::text AS value FROM \"harbour\".\"trip\" t"
                                + " WHERE t.\"name\"::text ILIKE ? ORDER BY value LIMIT ?");
        assertThat(text.parameters()).containsExactly("50\\%\\_%", 7);
    }

    @Test
    void whatDependsOnTheRecordIsAColumnOfItsOwnOnce() {
        Harbour harbour = new Harbour();
        harbour.give(
                to("ann"),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.OWN));
        PersonAccess own = harbour.access("ann");
        ListQuery query =
                ListQuery.of(
                        trip,
                        own.coverage(trip, Operation.VIEW).records(),
                        trip.fields().stream().map(one -> own.field(trip, one)).toList(),
                        Page.first(10),
                        Lookups.NONE);
        assertThat(query.flags()).hasSize(1);
        assertThat(query.text().sql()).containsOnlyOnce("coalesce(t.\"owner\" = ?, FALSE)");
        assertThat(query.text().parameters()).containsExactly("ann", 10);
    }
}
