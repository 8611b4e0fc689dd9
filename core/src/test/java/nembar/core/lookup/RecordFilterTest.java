package nembar.core.lookup;

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
import nembar.core.condition.Expression;
import nembar.core.condition.ValueType;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Harbour;
import nembar.core.testing.MoreTypes;
import org.junit.jupiter.api.Test;

/** Sets of records as conditions for the application itself. */
class RecordFilterTest {
    private static final Lookups LOOKUPS =
            any ->
                    LookupValues.of(
                            Identifier.PERSON_EMAIL,
                            Map.of("1", "ann@home.example", "2", "ann@home.example"),
                            new Harbour().directory());
    private static final Optional<Lookup> LOOKUP =
            Optional.of(new Lookup(Identifier.PERSON_EMAIL, Optional.empty()));
    private static final Field OWNER =
            MoreTypes.field("owner", FieldType.PERSON, false, new Column("user", Stored.WHOLE));
    private static final RecordType BOX =
            MoreTypes.type(
                    "box",
                    Optional.empty(),
                    MoreTypes.field(
                            "id", FieldType.TEXT, false, Column.plain("a"), Column.plain("b")),
                    MoreTypes.field("state", FieldType.TEXT),
                    OWNER.with(Optional.empty(), LOOKUP),
                    new Field(
                                    "crew",
                                    "Crew",
                                    OWNER.columns(),
                                    FieldType.PERSON,
                                    false,
                                    Set.of(),
                                    Optional.empty(),
                                    List.of())
                            .with(
                                    Optional.of(
                                            new Link(
                                                    TableName.of("harbour.crew"),
                                                    List.of(Column.plain("a"), Column.plain("b")))),
                                    LOOKUP));

    private static Optional<Object> json(RecordSet set) {
        return RecordFilter.of(set, BOX, LOOKUPS).map(Condition::of).map(Condition::json);
    }

    private static RecordSet among(String field, String... keys) {
        return RecordSet.among(field, new TreeSet<>(Set.of(keys)), "");
    }

    private static RecordSet where(String condition) {
        return RecordSet.where(Condition.ofText(condition).expression(), condition);
    }

    @Test
    void keysAreSaidInTheApplicationsOwnValues() {
        assertThat(json(among("owner", "ann")).orElseThrow().toString())
                .isEqualTo("{op=in, args=[{property=owner}, [1, 2]]}");
        assertThat(json(among("owner", "ben"))).contains(false);
        assertThat(json(among("crew", "ann")).orElseThrow().toString())
                .isEqualTo("{op=a_overlaps, args=[{property=crew}, [1, 2]]}");
    }

    @Test
    void setsTogetherAreConditionsTogether() {
        RecordSet open = where("state = 'open'");
        assertThat(json(RecordSet.anyOf(open, among("owner", "ann"))).orElseThrow().toString())
                .startsWith("{op=or, args=[{op==, args=[{property=state}, open]}, {op=in");
        assertThat(json(RecordSet.EVERYTHING)).contains(true);
        assertThat(json(RecordSet.NOTHING)).contains(false);
    }

    @Test
    void whatLiesElsewhereIsNotSaid() {
        RecordType trip = new Harbour().catalogue().recordType("trip").orElseThrow();
        assertThat(json(RecordSet.parentIn(trip, "state", RecordSet.EVERYTHING))).isEmpty();
        assertThat(json(RecordSet.childIn(trip, "name", RecordSet.EVERYTHING))).isEmpty();
        assertThat(json(RecordSet.less(among("owner", "ann"), where("state = 'x'")))).isEmpty();
        assertThat(json(where("owner = 'ann'"))).isEmpty();
        assertThat(json(among("id", "x,y"))).isEmpty();
        RecordSet absent =
                new RecordSet.Where(
                        Expression.not(
                                Expression.of(
                                        nembar.core.condition.Operator.EQUAL,
                                        new Expression.Property("state"),
                                        new Expression.Absent(ValueType.TEXT))),
                        "");
        assertThat(json(absent)).isEmpty();
        assertThat(json(RecordSet.allOf(where("state = 'x'"), absent))).isEmpty();
    }
}
