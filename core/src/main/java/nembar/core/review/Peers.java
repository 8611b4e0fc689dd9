package nembar.core.review;

import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.model.AccessModel;

/**
 * What people in the same seat hold: active people of the same kind, in the same unit or, where
 * they sit in none, of the same accounts.
 */
public final class Peers {
    private final Directory directory;
    private final AccessModel model;
    private final Instant at;
    private final Map<Seat, Set<String>> seats = new HashMap<>();
    private final Map<Assignment.Gives, Set<String>> holders = new HashMap<>();

    private record Seat(PersonKind kind, Optional<String> unit, Set<String> accounts) {
        static Seat of(Person person) {
            return new Seat(
                    person.kind(),
                    person.unit(),
                    person.unit().isPresent() ? Set.of() : Set.copyOf(person.accounts()));
        }
    }

    public Peers(Moment moment) {
        this.model = moment.model();
        this.at = moment.at();
        this.directory = model.directory();
        for (Person person : directory.people()) {
            if (person.active()) {
                seats.computeIfAbsent(Seat.of(person), any -> new HashSet<>()).add(person.key());
            }
        }
        for (Assignment one : model.design().assignments()) {
            if (model.inForce(one.times(), at)) {
                holders.computeIfAbsent(one.gives(), any -> new HashSet<>())
                        .addAll(model.peopleIn(one.audience(), at));
            }
        }
    }

    /**
     * How many of somebody's peers hold the same.
     *
     * @param holding how many hold it
     * @param of how many peers there are; 0 where there are none
     */
    public record Compared(int holding, int of) {
        /** Whether nobody else in the same seat holds it, of two or more. */
        public boolean alone() {
            return holding == 0 && of >= ENOUGH;
        }
    }

    /** Fewer peers than this say nothing. */
    private static final int ENOUGH = 2;

    public Compared with(Person person, Assignment.Gives gives) {
        Set<String> peers = new HashSet<>(seats.getOrDefault(Seat.of(person), Set.of()));
        peers.remove(person.key());
        Set<String> holding = holders.getOrDefault(gives, Set.of());
        return new Compared((int) peers.stream().filter(holding::contains).count(), peers.size());
    }
}
