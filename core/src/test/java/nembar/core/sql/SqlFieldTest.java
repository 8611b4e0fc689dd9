package nembar.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import org.junit.jupiter.api.Test;

class SqlFieldTest {
    private static final Column JOB = new Column("job", Stored.WHOLE);
    private static final Column LINE = Column.plain("Line \"No\"");

    private static SqlField field(String alias, Column... columns) {
        return new SqlField(
                new Field(
                        "key",
                        "Key",
                        List.of(columns),
                        FieldType.TEXT,
                        false,
                        Set.of(),
                        Optional.empty(),
                        List.of()),
                alias);
    }

    private static SqlField field(FieldType type, Column column) {
        return new SqlField(
                new Field(
                        "key",
                        "Key",
                        List.of(column),
                        type,
                        false,
                        Set.of(),
                        Optional.empty(),
                        List.of()),
                "t");
    }

    @Test
    void aTimeWithoutAZoneIsWhatTheClocksOfOneShow() {
        assertThat(
                        field(FieldType.TIMESTAMP, Column.local("due", ZoneId.of("Europe/London")))
                                .value())
                .isEqualTo("(t.\"due\" AT TIME ZONE 'Europe/London')");
    }

    @Test
    void ofAListThatIsKeptOtherwiseEachElementIsAText() {
        assertThat(field(FieldType.TEXTS, new Column("tags", Stored.OTHER)).read())
                .containsExactly(
                        "(CASE WHEN t.\"tags\" IS NOT NULL THEN ARRAY(SELECT one::text FROM"
                                + " unnest(t.\"tags\") one WHERE one IS NOT NULL) END)");
        assertThat(field(FieldType.CHOICES, Column.plain("tags")).value()).isEqualTo("t.\"tags\"");
        assertThat(field(FieldType.TEXTS, Column.LOST).value()).isEqualTo("NULL::text::text");
    }

    private static TreeSet<String> keys(String... keys) {
        return new TreeSet<>(List.of(keys));
    }

    @Test
    void aPlainTextIsComparedAsItIs() {
        SqlText one = field("t", Column.plain("id")).among(keys("a"));
        assertThat(one.sql()).isEqualTo("t.\"id\" = ?");
        assertThat(one.parameters()).containsExactly("a");
        SqlText some = field("t", Column.plain("id")).among(keys("a", "b"));
        assertThat(some.sql()).isEqualTo("t.\"id\" = ANY (?::text[])");
        assertThat(some.parameters()).containsExactly((Object) new String[] {"a", "b"});
    }

    @Test
    void placeholdersAreNumberedButNotWhatIsInNamesAndTexts() {
        SqlText text = new SqlText("\"a?\" = ? AND '?''?' < ?", List.of("x", "y"));
        assertThat(text.numbered(3)).isEqualTo("\"a?\" = $3 AND '?''?' < $4");
    }

    @Test
    void aNumberIsComparedAsANumber() {
        SqlText one = field("t", JOB).among(keys("42"));
        assertThat(one.sql()).isEqualTo("t.\"job\" = ?::bigint");
        assertThat(one.parameters()).containsExactly("42");
        assertThat(field("t", JOB).among(keys("42", "7")).sql())
                .isEqualTo("t.\"job\" = ANY (?::text[]::bigint[])");
    }

    @Test
    void manyNumbersAreLookedUpWhateverTheirColumnIs() {
        assertThat(field("t", JOB).among(keys("1", "2", "3", "4", "5", "6", "7", "8")).sql())
                .isEqualTo("t.\"job\" = ANY (?::text[]::bigint[])");
        assertThat(field("t", JOB).among(keys("1", "2", "3", "4", "5", "6", "7", "8", "9")).sql())
                .isEqualTo("t.\"job\"::numeric = ANY (?::text[]::numeric[])");
    }

    @Test
    void aKeyThatTheColumnCannotHaveIsLeftOut() {
        SqlText one = field("t", JOB).among(keys("42", "no number", "042"));
        assertThat(one.sql()).isEqualTo("t.\"job\" = ?::bigint");
        assertThat(one.parameters()).containsExactly("42");
        assertThat(field("t", JOB).among(keys("x")).sql()).isEqualTo("FALSE");
        assertThat(field("t", JOB, LINE).among(keys("42", "x,3", "1,2,3")).sql())
                .isEqualTo("FALSE");
    }

    @Test
    void severalColumnsAreComparedTogether() {
        SqlText some = field("t", JOB, LINE).among(keys("42,a", "7,b~,c"));
        assertThat(some.sql())
                .isEqualTo(
                        "(t.\"job\", t.\"Line \"\"No\"\"\") IN (SELECT * FROM"
                                + " unnest(?::text[]::bigint[], ?::text[]))");
        assertThat(some.parameters())
                .containsExactly(new String[] {"42", "7"}, new String[] {"a", "b,c"});
    }

    @Test
    void itsValueIsTheTextOfTheKey() {
        assertThat(field("t", Column.plain("id")).value()).isEqualTo("t.\"id\"");
        assertThat(field("t", JOB).value()).isEqualTo("t.\"job\"::text");
        assertThat(field("t", JOB, Column.plain("no")).value())
                .isEqualTo(
                        "(t.\"job\"::text || ',' || replace(replace(t.\"no\"::text, '~', '~~'),"
                                + " ',', '~,'))");
    }

    @Test
    void aListGoesOnInTheOrderOfTheColumns() {
        SqlField key = field("t", JOB, Column.plain("no"));
        assertThat(key.order(false)).isEqualTo("t.\"job\", t.\"no\"");
        assertThat(key.order(true)).isEqualTo("t.\"job\" DESC, t.\"no\" DESC");
        assertThat(key.beyond("42,a", false).sql())
                .isEqualTo("(t.\"job\", t.\"no\") > (?::bigint, ?)");
        assertThat(key.beyond("42,a", true).parameters()).containsExactly("42", "a");
        assertThat(key.beyond("forged", false).sql()).isEqualTo("FALSE");
        assertThat(field("t", JOB).beyond("42", true).sql()).isEqualTo("t.\"job\" < ?::bigint");
    }

    @Test
    void whatIsKeptAlikeIsJoinedAsItIsAndAnythingElseAsText() {
        assertThat(field("t", JOB).same(field("p", new Column("id", Stored.WHOLE))))
                .isEqualTo("t.\"job\" = p.\"id\"");
        assertThat(field("t", Column.plain("job")).same(field("p", JOB)))
                .isEqualTo("t.\"job\"::text = p.\"job\"::text");
        Column kind = new Column("kind", Stored.OTHER);
        assertThat(field("t", JOB, kind).same(field("p", JOB, kind)))
                .isEqualTo("t.\"job\" = p.\"job\" AND t.\"kind\"::text = p.\"kind\"::text");
    }
}
