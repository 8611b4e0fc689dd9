package nembar.core.decision;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Delegation;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.PersonStatus;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** The filters of principal and delegate cut, on parents and children too (section 3). */
class DelegationFilterTest {
    private static final GovernedRecord TRIP = record("trip", "t1", "account", "red");
    private static final GovernedRecord LOAD = record("load", "l1", "trip", "t1", "account", "red");
    private static final GovernedRecord NOTE = record("note", "n1", "load", "l1");

    private final Harbour harbour = new Harbour();

    DelegationFilterTest() {
        harbour.loadsLift = true;
        harbour.give(
                to("cas"),
                Harbour.may("load", "change", Reach.ALL),
                Harbour.may("load", "view", Reach.ALL));
        harbour.delegations.add(
                new Delegation("x", "cas", "ben", List.of("set0"), Times.ALWAYS, ""));
    }

    private void keepToBlue(String person) {
        harbour.accountFilters.add(
                new AccountFilter(
                        "blue-" + person,
                        "Blue",
                        to(person),
                        new AccountScope(false, Set.of("blue"), Set.of()),
                        Set.of("load")));
    }

    @Test
    void withoutAFilterTheNoteFollowsItsLoadAndTheTripIsLifted() {
        assertThat(may("note", Operation.DELETE, NOTE)).isTrue();
        assertThat(may("trip", Operation.VIEW, TRIP)).isTrue();
    }

    @Test
    void theDelegatesFilterCutsWhatFollowsAndWhatIsLifted() {
        keepToBlue("ben");
        assertThat(may("load", Operation.CHANGE, LOAD)).isFalse();
        assertThat(may("note", Operation.VIEW, NOTE)).as("its load is cut").isFalse();
        assertThat(may("note", Operation.CHANGE, NOTE)).isFalse();
        assertThat(may("note", Operation.DELETE, NOTE)).isFalse();
        assertThat(may("trip", Operation.VIEW, TRIP)).as("the load that lifts it is cut").isFalse();
    }

    @Test
    void soDoesThePrincipals() {
        keepToBlue("cas");
        assertThat(may("note", Operation.DELETE, NOTE)).isFalse();
        assertThat(may("trip", Operation.VIEW, TRIP)).isFalse();
    }

    @Test
    void whoCouldNotActForThemselvesActsForNobody() {
        harbour.statuses.put("ben", PersonStatus.SUSPENDED);
        assertThat(may("load", Operation.VIEW, LOAD)).isFalse();
    }

    private boolean may(String type, Operation operation, GovernedRecord record) {
        AccessModel model = harbour.model();
        Standpoint cas = Standpoint.of(model.directory().person("cas").orElseThrow(), NOW);
        PersonAccess access = new PersonAccess(model, cas.through(harbour.delegations.get(0)));
        RecordType known = model.catalogue().recordType(type).orElseThrow();
        return access.allows(known, operation, record, FAMILY);
    }

    private static final Relatives FAMILY =
            new Relatives() {
                @Override
                public Optional<GovernedRecord> record(RecordType type, String key) {
                    return List.of(TRIP, LOAD, NOTE).stream()
                            .filter(one -> one.recordType().equals(type.key()))
                            .findFirst();
                }

                @Override
                public List<GovernedRecord> referring(RecordType type, String through, String key) {
                    return type.key().equals("load") ? List.of(LOAD) : List.of(NOTE);
                }
            };
}
