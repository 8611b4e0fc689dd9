package nembar.core.answers;

import java.time.Instant;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import nembar.core.catalogue.Function;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SeatPool;
import nembar.core.design.Times;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Standpoint;

/**
 * Who takes seats of pools (docs/access-model.md, section 3): people who are active or invited, and
 * to whom an assignment in force gives what takes one, each once.
 */
public final class SeatUse {
    private final AccessModel model;
    private final List<Person> people;
    private final Map<String, Integer> numbers = new HashMap<>();

    public SeatUse(AccessModel model) {
        this.model = model;
        this.people = model.directory().people();
        for (int i = 0; i < people.size(); i++) {
            numbers.putIfAbsent(people.get(i).key(), i);
        }
    }

    /** Keys of those who take a seat at an instant. */
    public SortedSet<String> holders(SeatPool pool, Instant at) {
        TreeSet<String> holders = new TreeSet<>();
        for (Assignment one : model.design().assignments()) {
            if (takes(pool, one.gives()) && model.inForce(one.times(), at)) {
                taking(one, at).stream().forEach(i -> holders.add(people.get(i).key()));
            }
        }
        return holders;
    }

    /** The assignments in force by which somebody takes a seat, in the design's order. */
    public List<Assignment> taking(SeatPool pool, Person person, Instant at) {
        return model.personas().of(person.key()).stream()
                .filter(persona -> counts(persona, at))
                .flatMap(persona -> model.assignmentsOf(persona).stream())
                .distinct()
                .filter(one -> takes(pool, one.gives()) && model.inForce(one.times(), at))
                .toList();
    }

    /** How many seats are taken at an instant. */
    public int inUse(SeatPool pool, Instant at) {
        return holders(pool, at).size();
    }

    /** The pools that a role or set takes seats from: "14 of 15 seats of Billing desk in use". */
    public List<String> told(Assignment.Gives gives, Instant at) {
        return model.design().seatPools().stream()
                .filter(pool -> takes(pool, gives))
                .map(
                        pool ->
                                inUse(pool, at)
                                        + " of "
                                        + pool.seats(at)
                                        + " seats of "
                                        + pool.name()
                                        + " in use")
                .toList();
    }

    /**
     * How many seats are taken from an instant on: at each at which that can change, until the
     * next. Ends of accounts, after which there are only fewer, are left aside.
     */
    public SortedMap<Instant, Integer> from(SeatPool pool, Instant from) {
        Map<Times, int[]> takers = new LinkedHashMap<>();
        Edges edges = new Edges(from, model.application().zone());
        for (Assignment one : model.design().assignments()) {
            if (takes(pool, one.gives()) && !one.times().ended(from)) {
                int[] counts = takers.computeIfAbsent(one.times(), any -> new int[people.size()]);
                taking(one, from).stream().forEach(i -> counts[i]++);
                edges.add(one.times());
            }
        }
        return sweep(takers, edges.all());
    }

    private SortedMap<Instant, Integer> sweep(
            Map<Times, int[]> takers, SortedSet<Instant> instants) {
        int[] held = new int[people.size()];
        Map<Times, Boolean> counting = new HashMap<>();
        SortedMap<Instant, Integer> use = new TreeMap<>();
        int inUse = 0;
        for (Instant at : instants) {
            for (Map.Entry<Times, int[]> one : takers.entrySet()) {
                boolean counts = model.inForce(one.getKey(), at);
                if (counts != counting.getOrDefault(one.getKey(), false)) {
                    counting.put(one.getKey(), counts);
                    inUse += add(held, one.getValue(), counts ? 1 : -1);
                }
            }
            use.put(at, inUse);
        }
        return use;
    }

    /** Adds so many times what some hold; how many more there are then who hold anything. */
    private static int add(int[] held, int[] some, int times) {
        int more = 0;
        for (int i = 0; i < held.length; i++) {
            if (some[i] > 0) {
                int was = held[i];
                held[i] += times * some[i];
                more += Integer.signum(held[i]) - Integer.signum(was);
            }
        }
        return more;
    }

    /** Numbers of the people whom the assignment gives a seat while it is in force. */
    private BitSet taking(Assignment assignment, Instant at) {
        BitSet taking = new BitSet();
        model.personasIn(assignment.audience(), at).stream()
                .mapToObj(model.personas().all()::get)
                .filter(persona -> counts(persona, at))
                .forEach(persona -> taking.set(numbers.get(persona.person().key())));
        return taking;
    }

    private boolean counts(Persona persona, Instant at) {
        PersonStatus status = persona.person().status();
        return (status == PersonStatus.ACTIVE || status == PersonStatus.INVITED)
                && model.open(new Standpoint(persona.person(), persona.account(), at, true));
    }

    /** Whether to be given this takes a seat from the pool. */
    public boolean takes(SeatPool pool, Assignment.Gives gives) {
        return gives instanceof Assignment.Gives.OfRole of && pool.roles().contains(of.role())
                || model.design().setsOf(gives).stream().anyMatch(set -> takes(pool, set));
    }

    private boolean takes(SeatPool pool, PrivilegeSet set) {
        return pool.sets().contains(set.key())
                || set.privileges().stream()
                        .anyMatch(
                                one ->
                                        one instanceof Privilege.FunctionPrivilege of
                                                && reaches(pool, of));
    }

    private boolean reaches(SeatPool pool, Privilege.FunctionPrivilege given) {
        return Optional.ofNullable(pool.functions().get(given.function()))
                .flatMap(
                        least ->
                                model.catalogue()
                                        .function(given.function())
                                        .map(Function::levels)
                                        .filter(
                                                levels ->
                                                        levels.indexOf(given.level())
                                                                >= levels.indexOf(least)))
                .isPresent();
    }
}
