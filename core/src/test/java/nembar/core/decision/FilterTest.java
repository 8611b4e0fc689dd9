package nembar.core.decision;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.FieldFilter;
import nembar.core.design.FieldLevel;
import nembar.core.design.MaskStyle;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Fleet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Worked examples of filters and field levels: filters cut down, and filters win. */
class FilterTest {
    private static final GovernedRecord RED =
            record("trip", "1", "account", "red", "owner", "ben", "price", "9");
    private static final GovernedRecord NOWHERE = record("trip", "2", "owner", "ben");

    private final Harbour harbour = new Harbour();

    private boolean views(PersonAccess access, GovernedRecord record) {
        RecordType type = access.model().catalogue().recordType(record.recordType()).orElseThrow();
        return access.decide(type, Operation.VIEW, record, Relatives.NONE).allowed();
    }

    private FieldLevel level(PersonAccess access, String field, GovernedRecord record) {
        RecordType type = access.model().catalogue().recordType(record.recordType()).orElseThrow();
        return access.field(type, type.knownField(field)).levelOn(record, Relatives.NONE);
    }

    private void filter(String field, FieldFilter.Effect effect) {
        harbour.fieldFilters.add(
                new FieldFilter(
                        field + harbour.fieldFilters.size(),
                        "F",
                        to("ben"),
                        "trip",
                        Set.of(field),
                        effect));
    }

    @Test
    void anAccountFilterLetsOnlyItsAccountsThrough() {
        harbour.give(Audience.anyOf(new Audience.AllStaff()), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "Only grain",
                        to("ben"),
                        new AccountScope(false, Set.of(), Set.of("grain")),
                        Set.of()));
        assertThat(views(harbour.access("ben"), RED)).isFalse();
        assertThat(views(harbour.access("ann"), RED)).isTrue();
        assertThat(views(harbour.access("ben"), record("trip", "3", "account", "blue"))).isTrue();
    }

    @Test
    void aFilterLetsNothingThroughThatHasNoAccount() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "Red",
                        to("ben"),
                        new AccountScope(false, Set.of("red"), Set.of()),
                        Set.of()));
        assertThat(views(harbour.access("ben"), RED)).isTrue();
        assertThat(views(harbour.access("ben"), NOWHERE)).isFalse();
    }

    @Test
    void aFilterForListedTypesLeavesTheOthersAlone() {
        harbour.give(to("ben"), may("load", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "Red trips",
                        to("ben"),
                        new AccountScope(false, Set.of("red"), Set.of()),
                        Set.of("trip")));
        assertThat(views(harbour.access("ben"), record("load", "1", "account", "blue"))).isTrue();
    }

    @Test
    void externalsAreKeptToTheAccountTheyActFor() {
        harbour.give(to("eve"), may("trip", "view", Reach.ALL));
        assertThat(views(harbour.access("eve", "red"), RED)).isTrue();
        assertThat(views(harbour.access("eve", "blue"), RED)).isFalse();
        assertThat(views(harbour.access("eve", "red"), NOWHERE)).isFalse();
    }

    @Test
    void externalsHaveOnlyTheirOwnWhereThereIsNoAccountField() {
        harbour.give(to("eve"), may("note", "view", Reach.ALL), may("note", "change", Reach.OWN));
        PersonAccess eve = harbour.access("eve");
        assertThat(views(eve, record("note", "1", "owner", "ann"))).isFalse();
        assertThat(views(eve, record("note", "2", "owner", "eve"))).isTrue();
        RecordType note = harbour.catalogue().recordType("note").orElseThrow();
        assertThat(eve.coverage(note, Operation.VIEW).withheld()).hasSize(1);
    }

    @Test
    void externalsHaveWhatFollowsTheirAccountsRecords() {
        harbour.give(to("fay"), may("load", "view", Reach.ACCOUNT));
        Fleet fleet = new Fleet().add(record("load", "l", "account", "red"));
        PersonAccess fay = harbour.access("fay");
        RecordType note = harbour.catalogue().recordType("note").orElseThrow();
        assertThat(
                        fay.decide(
                                        note,
                                        Operation.VIEW,
                                        record("note", "n", "owner", "ann", "load", "l"),
                                        fleet)
                                .allowed())
                .isTrue();
    }

    @Test
    void openFieldsGoWithTheRecord() {
        harbour.give(to("ben"), may("trip", "change", Reach.OWN), may("trip", "view", Reach.ALL));
        PersonAccess ben = harbour.access("ben");
        assertThat(level(ben, "name", RED)).isEqualTo(FieldLevel.CHANGE);
        assertThat(level(ben, "name", record("trip", "3"))).isEqualTo(FieldLevel.VIEW);
        assertThat(level(harbour.access("cas"), "name", RED)).isEqualTo(FieldLevel.HIDDEN);
    }

    @Test
    void guardedFieldsNeedAPrivilegeOfTheirOwn() {
        harbour.give(to("ben"), may("trip", "change", Reach.ALL));
        assertThat(level(harbour.access("ben"), "price", RED)).isEqualTo(FieldLevel.HIDDEN);
        harbour.give(to("ben"), field("trip", "price", Use.VIEW, Reach.OWN));
        assertThat(level(harbour.access("ben"), "price", RED)).isEqualTo(FieldLevel.VIEW);
        assertThat(level(harbour.access("ben"), "price", record("trip", "3")))
                .isEqualTo(FieldLevel.HIDDEN);
        harbour.give(to("ben"), field("trip", "price", Use.CHANGE, Reach.ALL));
        assertThat(level(harbour.access("ben"), "price", RED)).isEqualTo(FieldLevel.CHANGE);
    }

    @Test
    void aFieldIsNeverAboveItsRecord() {
        harbour.give(
                to("ben"),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.CHANGE, Reach.ALL));
        assertThat(level(harbour.access("ben"), "price", RED)).isEqualTo(FieldLevel.VIEW);
        harbour.sets.clear();
        harbour.assignments.clear();
        harbour.give(to("ben"), field("trip", "price", Use.CHANGE, Reach.ALL));
        assertThat(level(harbour.access("ben"), "price", RED)).isEqualTo(FieldLevel.HIDDEN);
    }

    @Test
    void hideMaskAndFreezeLowerALevel() {
        harbour.give(to("ben"), may("trip", "change", Reach.ALL));
        filter("name", new FieldFilter.Effect.Freeze());
        assertThat(level(harbour.access("ben"), "name", RED)).isEqualTo(FieldLevel.VIEW);
        filter("name", new FieldFilter.Effect.Mask(MaskStyle.ENDING));
        assertThat(level(harbour.access("ben"), "name", RED)).isEqualTo(FieldLevel.MASKED);
        filter("name", new FieldFilter.Effect.Hide());
        assertThat(level(harbour.access("ben"), "name", RED)).isEqualTo(FieldLevel.HIDDEN);
        assertThat(level(harbour.access("ben"), "owner", RED)).isEqualTo(FieldLevel.CHANGE);
    }

    @Test
    void ofSeveralMasksTheStrictestIsUsed() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        filter("name", new FieldFilter.Effect.Mask(MaskStyle.ENDING));
        filter("name", new FieldFilter.Effect.Mask(MaskStyle.FULL));
        RecordType trip = harbour.catalogue().recordType("trip").orElseThrow();
        assertThat(harbour.access("ben").field(trip, trip.knownField("name")).mask())
                .contains(MaskStyle.FULL);
    }

    @Test
    void guardedFieldsOfLiftedRecordsStayHidden() {
        harbour.loadsFollow = Parent.Follows.NONE;
        harbour.loadsLift = true;
        harbour.give(
                to("ann"),
                may("load", "view", Reach.OWN),
                field("trip", "price", Use.VIEW, Reach.ALL));
        Fleet fleet = new Fleet().add(record("load", "l", "owner", "ann", "trip", "1"));
        RecordType trip = harbour.catalogue().recordType("trip").orElseThrow();
        PersonAccess ann = harbour.access("ann");
        assertThat(ann.field(trip, trip.knownField("name")).levelOn(RED, fleet))
                .isEqualTo(FieldLevel.VIEW);
        assertThat(ann.field(trip, trip.knownField("price")).levelOn(RED, fleet))
                .isEqualTo(FieldLevel.HIDDEN);
    }

    @Test
    void aFilterAppliesToItsAudienceAlone() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "None",
                        Audience.anyOf(new Audience.AllExternals()),
                        AccountScope.ofActedFor(),
                        Set.of()));
        RecordType trip = harbour.catalogue().recordType("trip").orElseThrow();
        assertThat(harbour.access("ben").coverage(trip, Operation.VIEW).cuts()).isEmpty();
        assertThat(harbour.access("ben").coverage(trip, Operation.VIEW).records())
                .isEqualTo(RecordSet.EVERYTHING);
        assertThat(harbour.access("fay").coverage(trip, Operation.VIEW).cuts()).hasSize(2);
    }
}
