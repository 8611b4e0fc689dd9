package nembar.core.decision;

import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Reach;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Worked examples of each reach (docs/access-model.md, section 3). */
class ReachTest {
    private static boolean views(String person, Reach reach, GovernedRecord record) {
        Harbour harbour = new Harbour().give(to(person), may(record.recordType(), "view", reach));
        return views(harbour.access(person), record);
    }

    private static boolean views(PersonAccess access, GovernedRecord record) {
        RecordType type = access.model().catalogue().recordType(record.recordType()).orElseThrow();
        return access.decide(type, Operation.VIEW, record, Relatives.NONE).allowed();
    }

    @Test
    void noneCoversNothing() {
        assertThat(views("ben", Reach.NONE, record("trip", "1", "owner", "ben"))).isFalse();
    }

    @Test
    void ownCoversWhatThePersonOwns() {
        assertThat(views("ben", Reach.OWN, record("trip", "1", "owner", "ben"))).isTrue();
        assertThat(views("ben", Reach.OWN, record("trip", "1", "owner", "cas"))).isFalse();
        assertThat(views("ben", Reach.OWN, record("trip", "1"))).isFalse();
    }

    @Test
    void reportsCoversTheWholeLineBelow() {
        assertThat(views("ann", Reach.REPORTS, record("trip", "1", "owner", "ann"))).isTrue();
        assertThat(views("ann", Reach.REPORTS, record("trip", "1", "owner", "ben"))).isTrue();
        assertThat(views("ann", Reach.REPORTS, record("trip", "1", "owner", "cas"))).isTrue();
        assertThat(views("ben", Reach.REPORTS, record("trip", "1", "owner", "ann"))).isFalse();
    }

    @Test
    void teamGoesByTheTeamFieldWhereThereIsOne() {
        assertThat(views("ben", Reach.TEAM, record("trip", "1", "team", "cranes"))).isTrue();
        assertThat(views("cas", Reach.TEAM, record("trip", "1", "team", "cranes"))).isTrue();
        assertThat(views("ann", Reach.TEAM, record("trip", "1", "team", "cranes"))).isFalse();
        assertThat(views("ben", Reach.TEAM, record("trip", "1", "owner", "cas"))).isFalse();
    }

    @Test
    void teamGoesByTheOwnerWhereThereIsNoTeamField() {
        assertThat(views("ben", Reach.TEAM, record("load", "1", "owner", "cas"))).isTrue();
        assertThat(views("ben", Reach.TEAM, record("load", "1", "owner", "ann"))).isFalse();
    }

    @Test
    void unitIsThePersonsOwnAndNotBelow() {
        assertThat(views("ann", Reach.UNIT, record("trip", "1", "unit", "harbour"))).isTrue();
        assertThat(views("ann", Reach.UNIT, record("trip", "1", "unit", "pier"))).isFalse();
        assertThat(views("ben", Reach.UNIT, record("load", "1", "owner", "ben"))).isTrue();
        assertThat(views("ben", Reach.UNIT, record("load", "1", "owner", "cas"))).isFalse();
    }

    @Test
    void branchIsTheUnitAndEverythingBelow() {
        assertThat(views("ann", Reach.BRANCH, record("trip", "1", "unit", "pier"))).isTrue();
        assertThat(views("ben", Reach.BRANCH, record("trip", "1", "unit", "harbour"))).isFalse();
        assertThat(views("ann", Reach.BRANCH, record("load", "1", "owner", "cas"))).isTrue();
    }

    @Test
    void accountIsTheOneActedFor() {
        Harbour harbour = new Harbour().give(to("eve"), may("trip", "view", Reach.ACCOUNT));
        GovernedRecord red = record("trip", "1", "account", "red");
        GovernedRecord blue = record("trip", "2", "account", "blue");
        assertThat(views(harbour.access("eve", "red"), red)).isTrue();
        assertThat(views(harbour.access("eve", "red"), blue)).isFalse();
        assertThat(views(harbour.access("eve", "blue"), blue)).isTrue();
    }

    @Test
    void allCoversRecordsThatBelongNowhere() {
        assertThat(views("ben", Reach.ALL, record("trip", "1"))).isTrue();
    }

    @Test
    void aReachThatATypeCannotExpressSaysWhy() {
        RecordType chart = new Harbour().catalogue().recordType("chart").orElseThrow();
        RecordType note = new Harbour().catalogue().recordType("note").orElseThrow();
        assertThat(Reach.OWN.unsaidOn(chart))
                .hasValueSatisfying(why -> assertThat(why).contains("owner"));
        assertThat(Reach.ACCOUNT.unsaidOn(note)).isPresent();
        assertThat(Reach.BRANCH.unsaidOn(note)).isEmpty();
        assertThat(Reach.ALL.unsaidOn(chart)).isEmpty();
    }
}
