package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.design.Delegation;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Who gains at any instant, by another catalogue or another directory (section 8). */
class GainsTest {
    private static final TableName OTHER_TABLE = TableName.of("harbour.other");

    private final Harbour harbour = new Harbour();

    private static List<String> between(AccessModel before, AccessModel after) {
        return Gains.between(new Timeline(before, NOW), new Timeline(after, NOW)).stream()
                .map(
                        one ->
                                one.persona().person().key()
                                        + one.persona().account().map("/"::concat).orElse("")
                                        + " +"
                                        + one.gained()
                                        + " -"
                                        + one.lost())
                .sorted()
                .toList();
    }

    /** What changes where only the catalogue's trips do. */
    private List<String> with(UnaryOperator<RecordType> change) {
        AccessModel before = harbour.model();
        Catalogue was = before.catalogue();
        List<RecordType> types = new ArrayList<>(was.recordTypes());
        types.replaceAll(one -> one.key().equals("trip") ? change.apply(one) : one);
        Catalogue is = new Catalogue(was.areas(), types, was.functions());
        return between(
                before,
                AccessModel.of(before.application(), is, before.directory(), before.design()));
    }

    private static RecordType trip(
            RecordType was,
            TableName table,
            String keyField,
            RecordType.Places places,
            Optional<Parent> parent,
            List<Field> fields) {
        return new RecordType(
                was.key(),
                was.singular(),
                was.plural(),
                was.area(),
                table,
                keyField,
                was.titleField(),
                places,
                parent,
                fields,
                was.ownOperations());
    }

    private static RecordType trip(
            RecordType was, TableName table, String keyField, RecordType.Places places) {
        return trip(was, table, keyField, places, was.parent(), was.fields());
    }

    private static RecordType withFields(RecordType was, List<Field> fields) {
        return trip(was, was.table(), was.keyField(), was.places(), was.parent(), fields);
    }

    /** What changes where one field of trips does. */
    private List<String> withField(
            String key, String label, String column, FieldType type, boolean guarded) {
        return with(
                was ->
                        withFields(
                                was,
                                was.fields().stream()
                                        .map(
                                                one ->
                                                        one.key().equals(key)
                                                                ? as(
                                                                        one, label, column, type,
                                                                        guarded)
                                                                : one)
                                        .toList()));
    }

    private static Field as(
            Field was, String label, String column, FieldType type, boolean guarded) {
        return new Field(
                was.key(),
                label,
                List.of(Column.plain(column)),
                type,
                guarded,
                was.classifications(),
                was.refersTo(),
                was.choices());
    }

    @Test
    void whatATypeIsReadFromNowOnIsGainedAnew() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        List<String> anew = List.of("ann/home +[trip] -[]");
        assertThat(with(was -> trip(was, OTHER_TABLE, was.keyField(), was.places())))
                .isEqualTo(anew);
        assertThat(with(was -> trip(was, was.table(), "name", was.places()))).isEqualTo(anew);
        RecordType.Places unowned =
                new RecordType.Places(
                        Optional.empty(),
                        Optional.of("team"),
                        Optional.of("unit"),
                        Optional.of("account"));
        assertThat(with(was -> trip(was, was.table(), was.keyField(), unowned))).isEqualTo(anew);
        Optional<Parent> parent =
                Optional.of(new Parent("chart", "name", Parent.Follows.NONE, false));
        assertThat(
                        with(
                                was ->
                                        trip(
                                                was,
                                                was.table(),
                                                was.keyField(),
                                                was.places(),
                                                parent,
                                                was.fields())))
                .isEqualTo(anew);
    }

    @Test
    void aFieldThatShowsMoreIsGainedAndOneThatShowsLessIsNot() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        List<String> anew = List.of("ann/home +[trip] -[]");
        assertThat(
                        with(
                                was -> {
                                    List<Field> more = new ArrayList<>(was.fields());
                                    more.add(
                                            new Field(
                                                    "secret",
                                                    "secret",
                                                    List.of(Column.plain("secret")),
                                                    FieldType.TEXT,
                                                    false,
                                                    Set.of(),
                                                    Optional.empty(),
                                                    List.of()));
                                    return withFields(was, more);
                                }))
                .isEqualTo(anew);
        assertThat(withField("name", "name", "other", FieldType.TEXT, false)).isEqualTo(anew);
        assertThat(withField("crew", "crew", "crew", FieldType.DECIMAL, false)).isEqualTo(anew);
        assertThat(withField("price", "price", "price", FieldType.TEXT, false)).isEqualTo(anew);
        assertThat(withField("name", "What it is called", "name", FieldType.TEXT, false)).isEmpty();
        assertThat(withField("name", "name", "name", FieldType.TEXT, true))
                .containsExactly("ann/home +[] -[trip]");
    }

    @Test
    void aTypeThatStaysIsNotGainedByAnotherThatChanges() {
        harbour.give(to("ann"), may("load", "view", Reach.ALL));
        harbour.give(to("ann"), field("load", "price", Use.VIEW, Reach.ALL));
        assertThat(with(was -> trip(was, OTHER_TABLE, was.keyField(), was.places()))).isEmpty();
    }

    /** What changes where only the directory does. */
    private List<String> moved(UnaryOperator<Directory> change) {
        AccessModel before = harbour.model();
        return between(before, before.withDirectory(change.apply(before.directory())));
    }

    private static Directory people(Directory was, String key, UnaryOperator<Person> change) {
        return new Directory(
                was.attributes(),
                was.accounts(),
                was.units(),
                was.teams(),
                was.people().stream()
                        .map(one -> one.key().equals(key) ? change.apply(one) : one)
                        .toList());
    }

    @Test
    void whoeverSitsElsewhereGainsAndLosesByTheirUnitAlone() {
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.UNIT));
        assertThat(moved(was -> people(was, "cas", one -> one.withUnit(Optional.of("pier")))))
                .containsExactly("cas/home +[trip] -[trip]");
    }

    @Test
    void managersGainByWhoeverComesBelowThem() {
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.REPORTS));
        assertThat(moved(was -> people(was, "cas", one -> one.withManager(Optional.of("ann")))))
                .containsExactly("ben/home +[] -[trip]");
        assertThat(moved(was -> people(was, "tug", one -> one.withManager(Optional.of("cas")))))
                .containsExactly(
                        "ann/home +[trip] -[]", "ben/home +[trip] -[]", "cas/home +[trip] -[]");
    }

    @Test
    void unitsAndTeamsThatChangeAreGainedByThoseInThem() {
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.BRANCH));
        assertThat(
                        moved(
                                was ->
                                        new Directory(
                                                was.attributes(),
                                                was.accounts(),
                                                List.of(
                                                        new Unit(
                                                                "harbour",
                                                                "Harbour",
                                                                Optional.empty()),
                                                        new Unit(
                                                                "pier",
                                                                "Pier",
                                                                Optional.of("quay")),
                                                        new Unit(
                                                                "quay",
                                                                "Quay",
                                                                Optional.of("harbour"))),
                                                was.teams(),
                                                was.people())))
                .containsExactly("cas/home +[trip] -[]");
        harbour.assignments.clear();
        harbour.sets.clear();
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("load", "view", Reach.TEAM));
        assertThat(
                        moved(
                                was ->
                                        new Directory(
                                                was.attributes(),
                                                was.accounts(),
                                                was.units(),
                                                List.of(
                                                        new Team(
                                                                "cranes",
                                                                "Cranes",
                                                                Set.of("ben", "tug"),
                                                                Set.of("cas")),
                                                        was.teams().get(1)),
                                                was.people())))
                .containsExactly("ben/home +[load, note] -[]", "cas/home +[load, note] -[]");
    }

    @Test
    void nobodyGainsByANameOrAnAddress() {
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.UNIT));
        assertThat(moved(was -> people(was, "cas", one -> one.withName("Casper", "Quay"))))
                .isEmpty();
        assertThat(between(harbour.model(), harbour.model())).isEmpty();
    }

    private static Delegation delegation(Times times, String... sets) {
        return new Delegation("d", "ann", "cas", List.of(sets), times, "");
    }

    @Test
    void whoeverActsForSomebodyGainsWhatTheyMayDoForThem() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        harbour.give(to("ann"), may("load", "view", Reach.ALL));
        harbour.give(to("cas"), may("chart", "view", Reach.ALL));
        AccessModel none = harbour.model();
        harbour.delegations.add(delegation(Times.ALWAYS, "set0"));
        AccessModel trips = harbour.model();
        harbour.delegations.set(0, delegation(Times.ALWAYS, "set0", "set1"));
        AccessModel both = harbour.model();
        assertThat(between(none, trips)).containsExactly("cas/home +[trip] -[]");
        assertThat(between(trips, both)).containsExactly("cas/home +[load, note] -[]");
        assertThat(between(both, trips)).containsExactly("cas/home +[] -[load, note]");
        assertThat(between(both, none)).containsExactly("cas/home +[] -[load, note, trip]");
    }

    @Test
    void alsoWhatBeginsLaterAndWhatThePrincipalComesToHave() {
        harbour.give(to("ann"), may("trip", "view", Reach.OWN));
        AccessModel none = harbour.model();
        Instant later = NOW.plusSeconds(100);
        harbour.delegations.add(
                delegation(Times.between(Optional.of(later), Optional.empty()), "set0"));
        AccessModel own = harbour.model();
        assertThat(between(none, own)).containsExactly("cas/home +[trip] -[]");
        harbour.sets.set(
                0,
                new PrivilegeSet("set0", "Set 0", "", List.of(may("trip", "change", Reach.ALL))));
        assertThat(between(own, harbour.model()))
                .containsExactly("ann/home +[trip] -[]", "cas/home +[trip] -[]");
        harbour.delegations.set(
                0,
                delegation(
                        Times.between(Optional.empty(), Optional.of(NOW.minusSeconds(1))), "set0"));
        AccessModel over = harbour.model();
        harbour.delegations.clear();
        assertThat(between(over, harbour.model())).isEmpty();
    }
}
