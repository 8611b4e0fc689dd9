package nembar.core.model;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static nembar.core.testing.MoreTypes.text;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Unit;
import nembar.core.testing.Harbour;
import nembar.core.testing.MoreTypes;
import org.junit.jupiter.api.Test;

/** What a model refuses, and where and how it says so. */
class ModelCheckTest {
    private final Harbour harbour = new Harbour();

    private List<Problem> problems() {
        ModelRefused refused = catchThrowableOfType(ModelRefused.class, harbour::model);
        return refused == null ? List.of() : refused.problems();
    }

    private void refuses(String path, String message) {
        assertThat(problems())
                .anySatisfy(
                        problem -> {
                            assertThat(problem.path()).isEqualTo(path);
                            assertThat(problem.message()).contains(message);
                        });
    }

    @Test
    void aSoundModelHasNoProblems() {
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        assertThat(problems()).isEmpty();
    }

    @Test
    void aRecordTypeCannotBeItsOwnAncestor() {
        Parent itself = new Parent("loop", "up", Parent.Follows.VIEW, false);
        assertThat(
                        problemsOf(
                                box(
                                        "loop",
                                        Optional.of(itself),
                                        text("id", Optional.empty()),
                                        text("up", Optional.of("loop")))))
                .containsExactly(
                        "catalogue.recordTypes[loop] it is below itself, by way of others");
    }

    /** What is wrong with a catalogue of boxes, and of labels that hang on them. */
    private List<String> problemsOf(RecordType... types) {
        return MoreTypes.problems(harbour, types);
    }

    private static RecordType box(String key, Optional<Parent> parent, Field... fields) {
        return MoreTypes.type(key, parent, fields);
    }

    private static Field of(String key, FieldType type, boolean guarded, Column... columns) {
        return MoreTypes.field(key, type, guarded, columns);
    }

    private static Field pair() {
        return of(
                "id",
                FieldType.TEXT,
                false,
                new Column("Row No", Column.Stored.WHOLE),
                Column.plain("Größe"));
    }

    @Test
    void aKeyMayBeOfSeveralColumnsOfAnyName() {
        assertThat(problemsOf(box("box", Optional.empty(), pair()))).isEmpty();
    }

    @Test
    void aReferenceToAParentHasAsManyColumnsAsItsKey() {
        Field up = of("up", FieldType.TEXT, false, Column.plain("up"));
        Parent parent = new Parent("box", "up", Parent.Follows.VIEW, false);
        assertThat(
                        problemsOf(
                                box("box", Optional.empty(), pair()),
                                box(
                                        "label",
                                        Optional.of(parent),
                                        text("id", Optional.empty()),
                                        up)))
                .containsExactly(
                        "catalogue.recordTypes[label].parent.through `up` has 1 columns, and the"
                                + " key of `box` has 2");
    }

    @Test
    void onlyATextOrAReferenceIsOfSeveralColumns() {
        Field sum = of("sum", FieldType.DECIMAL, false, Column.plain("a"), Column.plain("b"));
        Field none = of("none", FieldType.TEXT, false);
        assertThat(problemsOf(box("box", Optional.empty(), pair(), sum, none)))
                .hasSize(2)
                .allMatch(problem -> problem.contains("give one column"));
    }

    @Test
    void onlyTextsAreStoredAsSomethingElse() {
        Field day = of("day", FieldType.DATE, false, new Column("day", Column.Stored.WHOLE));
        Field long_ = of("long", FieldType.TEXT, false, Column.plain("x".repeat(64)));
        assertThat(problemsOf(box("box", Optional.empty(), pair(), day, long_)))
                .hasSize(2)
                .anyMatch(problem -> problem.contains("stored as something else"))
                .anyMatch(problem -> problem.endsWith("is no column name"));
    }

    @Test
    void aTimeWithoutAZoneNamesOneThatTheDatabaseKnows() {
        assertThat(problemsOf(box("box", Optional.empty(), pair(), due("Europe/London"))))
                .isEmpty();
        assertThat(problemsOf(box("box", Optional.empty(), pair(), due("UTC")))).isEmpty();
        for (String zone : List.of("GMT+02:00", "+02:00", "SystemV/EST5")) {
            assertThat(problemsOf(box("box", Optional.empty(), pair(), due(zone))))
                    .singleElement()
                    .asString()
                    .contains("`" + zone + "` is no zone of a region");
        }
        Field day = of("day", FieldType.DATE, false, Column.local("day", ZoneId.of("UTC")));
        Field none = of("none", FieldType.TIMESTAMP, false, new Column("n", Column.Stored.LOCAL));
        assertThat(problemsOf(box("box", Optional.empty(), pair(), day, none))).hasSize(2);
    }

    private static Field due(String zone) {
        return of("due", FieldType.TIMESTAMP, false, Column.local("due", ZoneId.of(zone)));
    }

    @Test
    void aColumnIsGuardedInAllItsFieldsOrInNone() {
        Field row = of("row", FieldType.WHOLE_NUMBER, true, Column.plain("Row No"));
        assertThat(problemsOf(box("box", Optional.empty(), pair(), row)))
                .containsExactly(
                        "catalogue.recordTypes[box].fields[row].guarded `Row No` is a column of"
                                + " `id` too: guard both fields, or neither");
    }

    @Test
    void aMistypedRecordTypeGetsTheNearestName() {
        harbour.give(to("ann"), may("tripp", "view", Reach.ALL));
        refuses("design.privilegeSets[set0].privileges[0].recordType", "did you mean `trip`?");
    }

    @Test
    void aMistypedOperationGetsTheNearestName() {
        harbour.give(to("ann"), may("trip", "sial", Reach.ALL));
        refuses("design.privilegeSets[set0].privileges[0].operation", "did you mean `sail`?");
    }

    @Test
    void anImpossibleReachIsRefusedWithItsReason() {
        harbour.give(to("ann"), may("note", "view", Reach.ACCOUNT));
        refuses(
                "design.privilegeSets[set0].privileges[0].reach",
                "Note has no field to tell it by: it needs an account field");
    }

    @Test
    void aFieldPrivilegeForAnOpenFieldIsRefused() {
        harbour.give(
                to("ann"), field("trip", "name", Privilege.FieldPrivilege.Use.VIEW, Reach.ALL));
        refuses("design.privilegeSets[set0].privileges[0].fields", "`name` is open");
    }

    @Test
    void aFunctionLevelMustBeOneOfItsLevels() {
        harbour.give(to("ann"), new Privilege.FunctionPrivilege("tide", "lok"));
        refuses("design.privilegeSets[set0].privileges[0].level", "did you mean `look`?");
    }

    @Test
    void anAssignmentMayNotNameHoldersOfARole() {
        harbour.roles.add(new Role("mate", "Mate", "", Role.MeantFor.ANY, List.of(), Set.of()));
        harbour.give(
                Audience.anyOf(new Audience.HoldersOf("mate")), may("trip", "view", Reach.ALL));
        refuses("design.assignments[give0].audience", "must not depend on itself");
    }

    @Test
    void danglingReferencesAreFoundEverywhere() {
        harbour.roles.add(
                new Role("mate", "Mate", "", Role.MeantFor.ANY, List.of("lost"), Set.of("gone")));
        harbour.give(to("nobody"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "F",
                        Audience.anyOf(new Audience.OneTeam("crane")),
                        new AccountScope(false, Set.of("green"), Set.of("oil")),
                        Set.of("note")));
        harbour.fieldFilters.add(
                new FieldFilter(
                        "g",
                        "G",
                        Audience.anyOf(new Audience.OneUnit("peer", true)),
                        "trip",
                        Set.of("prize"),
                        new FieldFilter.Effect.Hide()));
        assertThat(problems())
                .extracting(Problem::path)
                .containsExactlyInAnyOrder(
                        "design.roles[mate].sets",
                        "design.roles[mate].conflicts",
                        "design.assignments[give0].audience",
                        "design.accountFilters[f].audience",
                        "design.accountFilters[f].accounts",
                        "design.accountFilters[f].accounts",
                        "design.accountFilters[f].recordTypes",
                        "design.fieldFilters[g].audience",
                        "design.fieldFilters[g].fields");
    }

    @Test
    void keysAreUsedOnce() {
        PrivilegeSet set = new PrivilegeSet("see", "See", "", List.of());
        harbour.sets.addAll(List.of(set, set));
        refuses("design.privilegeSets[see]", "used twice");
    }

    @Test
    void keysAreWellFormed() {
        harbour.sets.add(new PrivilegeSet("See all", "See", "", List.of()));
        refuses("design.privilegeSets[See all]", "small letters");
    }

    @Test
    void anAssignmentMustStartBeforeItEnds() {
        harbour.sets.add(new PrivilegeSet("see", "See", "", List.of()));
        harbour.assignments.add(
                new Assignment(
                        "a",
                        to("ann"),
                        new Assignment.Gives.OfSet("see"),
                        Bounds.NONE,
                        Times.between(
                                Optional.of(Instant.parse("2026-03-02T00:00:00Z")),
                                Optional.of(Instant.parse("2026-03-01T00:00:00Z"))),
                        "",
                        Optional.empty(),
                        Optional.empty()));
        refuses("design.assignments[a].until", "ends before it starts");
    }

    @Test
    void unitsFormATree() {
        Directory circular =
                new Directory(
                        List.of(),
                        List.of(
                                new Unit("one", "One", Optional.of("two")),
                                new Unit("two", "Two", Optional.of("one"))),
                        List.of(),
                        List.of());
        ModelRefused refused =
                catchThrowableOfType(
                        ModelRefused.class,
                        () ->
                                AccessModel.of(
                                        harbour.model().application(),
                                        new Catalogue(List.of(), List.of(), List.of()),
                                        circular,
                                        harbour.design()));
        assertThat(refused.problems())
                .extracting(Problem::message)
                .anySatisfy(message -> assertThat(message).contains("below itself"));
    }
}
