package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Bounds;
import nembar.core.design.Delegation;
import nembar.core.design.Reach;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.testing.Draws;
import nembar.core.testing.Fleet;
import nembar.core.testing.Law;
import nembar.core.testing.NembarOfHarbour;
import nembar.core.testing.RandomWorld;

/**
 * Whatever sequence of changes passes the standing rules, nobody has by it at any instant what
 * nobody who may give it agreed to (docs/access-model.md, section 10). Decided record by record, by
 * the engine's decisions and not by the comparison that the rules make.
 */
class GovernanceLaws {
    private static final List<Instant> INSTANTS =
            Stream.of(0, 1, 6, 24, 31, 72, 240, 24 * 40, 24 * 400)
                    .map(hours -> NOW.plus(Duration.ofHours(hours)))
                    .toList();

    @Law(tries = 25)
    void whoMayGiveNothingGainsNothingByAnySequenceOfChanges(Draws draws) {
        String author = List.of("ben", "cas").get(draws.nextInt(2));
        NembarOfHarbour nembar = new NembarOfHarbour();
        nembar.administers("ann", Reach.ALL, Bounds.NONE);
        nembar.changesPeople(author);
        RandomWorld world = new RandomWorld(draws);
        AccessModel first = world.model();
        AccessModel last = passed(nembar, author, world, first);

        for (Instant at : INSTANTS) {
            holdsNoMore(first, last, author, at, world.fleet(), false);
            for (Person other : first.directory().people()) {
                holdsNoMore(first, last, other.key(), at, world.fleet(), true);
            }
        }
    }

    /** The world after all changes that nothing stands against. */
    private static AccessModel passed(
            NembarOfHarbour nembar, String author, RandomWorld world, AccessModel first) {
        AccessModel now = first;
        for (int i = 0; i < 6; i++) {
            for (Change change : world.changes()) {
                try {
                    AccessModel next = Changes.apply(now, List.of(change));
                    if (nembar.objections(author, Set.of(), now, next).isEmpty()) {
                        now = next;
                    }
                } catch (ModelRefused impossible) {
                    // It does not fit what the changes before it have made.
                    continue;
                }
            }
        }
        return now;
    }

    private static void holdsNoMore(
            AccessModel first,
            AccessModel last,
            String person,
            Instant at,
            Fleet fleet,
            boolean guardedAlone) {
        List<PersonAccess> was = ways(first, person, at);
        List<PersonAccess> is = ways(last, person, at);
        for (RecordType type : last.catalogue().recordTypes()) {
            if (guardedAlone && !last.catalogue().area(type.area()).orElseThrow().guarded()) {
                continue;
            }
            for (Operation operation : type.operations()) {
                fleet.of(type.key()).stream()
                        .filter(record -> may(is, type, operation, record, fleet))
                        .forEach(
                                record ->
                                        assertThat(may(was, type, operation, record, fleet))
                                                .as(
                                                        "%s at %s: %s %s",
                                                        person, at, operation.key(), record)
                                                .isTrue());
            }
        }
    }

    private static boolean may(
            List<PersonAccess> ways,
            RecordType type,
            Operation operation,
            GovernedRecord record,
            Fleet fleet) {
        return ways.stream().anyMatch(way -> way.decide(type, operation, record, fleet).allowed());
    }

    /** What somebody may do themselves, at each account, and for others. */
    private static List<PersonAccess> ways(AccessModel model, String key, Instant at) {
        List<PersonAccess> ways = new ArrayList<>();
        own(model, key, at).forEach(one -> ways.add(new PersonAccess(model, one)));
        for (Delegation one : model.design().delegations()) {
            if (one.delegate().equals(key)) {
                own(model, one.principal(), at)
                        .forEach(as -> ways.add(new PersonAccess(model, as.through(one))));
            }
        }
        return ways;
    }

    private static List<Standpoint> own(AccessModel model, String key, Instant at) {
        Person person = model.directory().person(key).orElseThrow();
        return person.accounts().stream()
                .map(account -> new Standpoint(person, Optional.of(account), at, true))
                .toList();
    }
}
