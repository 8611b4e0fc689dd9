package nembar.core.model;

import static nembar.core.testing.MoreTypes.NOWHERE;
import static nembar.core.testing.MoreTypes.field;
import static nembar.core.testing.MoreTypes.problems;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.testing.Harbour;
import nembar.core.testing.MoreTypes;
import org.junit.jupiter.api.Test;

/** Fields with several values, and look-ups into the directory, as they may be. */
class LookupCheckTest {
    private static final Field ID = field("id", FieldType.TEXT);
    private static final Field OWNER =
            field("owner", FieldType.PERSON, false, new Column("user_id", Stored.WHOLE));
    private static final RecordType.Places OWNED = places("owner", null);

    private final Harbour harbour = new Harbour();

    private static RecordType.Places places(String owner, String account) {
        return new RecordType.Places(
                Optional.ofNullable(owner),
                Optional.empty(),
                Optional.empty(),
                Optional.ofNullable(account));
    }

    private List<String> wrong(RecordType.Places places, Field... fields) {
        return problems(
                harbour,
                MoreTypes.type("box", "work", "harbour.box", places, Optional.empty(), fields));
    }

    private static Optional<Lookup> lookup(Identifier identifier) {
        return Optional.of(new Lookup(identifier, through("harbour.users")));
    }

    private static Optional<Lookup.Through> through(String table) {
        return Optional.of(new Lookup.Through(TableName.of(table), "id", "email"));
    }

    private static Optional<Link> link(String table, String... columns) {
        return Optional.of(
                new Link(
                        TableName.of(table),
                        List.of(columns).stream().map(Column::plain).toList()));
    }

    @Test
    void anOwnerMayBeLookedUpAndBeSeveral() {
        Optional<Lookup> users = lookup(Identifier.PERSON_EMAIL);
        assertThat(wrong(OWNED, ID, OWNER.with(Optional.empty(), users))).isEmpty();
        assertThat(wrong(OWNED, ID, OWNER.with(link("harbour.box_crew", "box"), users))).isEmpty();
    }

    @Test
    void whatAFieldNamesIsWhatItsLookUpLeadsTo() {
        assertThat(wrong(OWNED, ID, OWNER.with(Optional.empty(), lookup(Identifier.ACCOUNT_KEY))))
                .containsExactly(
                        "catalogue.recordTypes[box].fields[owner].lookup.identifier this leads to:"
                                + " account, and the field names: person");
        Field code = field("code", FieldType.TEXT);
        assertThat(wrong(NOWHERE, ID, code.with(Optional.empty(), lookup(Identifier.TEAM_KEY))))
                .containsExactly(
                        "catalogue.recordTypes[box].fields[code].lookup.identifier this leads to:"
                                + " team, and the field places no record");
    }

    @Test
    void aKeyIsNeitherLookedUpNorSeveral() {
        assertThat(
                        wrong(
                                places(null, "id"),
                                ID.with(link("harbour.x", "a"), lookup(Identifier.ACCOUNT_KEY))))
                .contains(
                        "catalogue.recordTypes[box].fields[id].link a link table is for texts,"
                                + " references and people of one column, neither the key nor what"
                                + " leads to the parent",
                        "catalogue.recordTypes[box].fields[id].link a record has one unit, one"
                                + " account and one title",
                        "catalogue.recordTypes[box].fields[id].lookup a look-up is for texts,"
                                + " references and people of one column, neither the key nor what"
                                + " leads to the parent");
    }

    @Test
    void aLinkTableHasTheWholeKey() {
        Field several = OWNER.with(link("harbour.box_crew", "box", "row"), Optional.empty());
        assertThat(wrong(OWNED, ID, several))
                .containsExactly(
                        "catalogue.recordTypes[box].fields[owner].link.columns give a column for"
                                + " each of the 1 that the record's key has");
    }

    @Test
    void noTableOfTheDatabaseItselfIsLookedInto() {
        Field owner =
                OWNER.with(
                        link("pg_catalog.pg_authid", "oid"),
                        Optional.of(
                                new Lookup(
                                        Identifier.PERSON_KEY,
                                        through("information_schema.tables"))));
        assertThat(wrong(OWNED, ID, owner))
                .hasSize(2)
                .allMatch(
                        one -> one.endsWith("a catalogue of the database itself, and no record's"));
    }

    @Test
    void noLinkShowsWhatItsTableGuards() {
        Field price =
                field("prices", FieldType.TEXT, false, Column.plain("price"))
                        .with(link("harbour.trip", "id"), Optional.empty());
        assertThat(wrong(NOWHERE, ID, price))
                .containsExactly(
                        "catalogue.recordTypes[box].fields[prices].link.table `harbour.trip` is"
                                + " the table of `trip`, which is guarded otherwise: this field"
                                + " would show what that one guards");
        Field names =
                field("names", FieldType.TEXT, false, Column.plain("name"))
                        .with(link("harbour.trip", "id"), Optional.empty());
        assertThat(wrong(NOWHERE, ID, names)).isEmpty();
    }
}
