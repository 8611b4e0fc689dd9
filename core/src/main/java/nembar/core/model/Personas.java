package nembar.core.model;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.Predicate;
import nembar.core.directory.Account;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;

/**
 * Every person with every account they may act for, numbered, so that an audience is a set of bits:
 * whom it has is worked out once, and for all at once (docs/access-model.md, section 2). Immutable.
 */
public final class Personas {
    private final Directory directory;
    private final List<Persona> all = new ArrayList<>();
    private final Map<String, Integer> firstOfPerson = new HashMap<>();
    private final Map<Audience.Part, BitSet> parts = new ConcurrentHashMap<>();

    /** A person, and the account they act for. */
    public record Persona(int number, Person person, Optional<String> account) {}

    Personas(Directory directory) {
        this.directory = directory;
        for (Person person : directory.people()) {
            firstOfPerson.putIfAbsent(person.key(), all.size());
            if (person.accounts().isEmpty()) {
                all.add(new Persona(all.size(), person, Optional.empty()));
            }
            for (String account : person.accounts()) {
                all.add(new Persona(all.size(), person, Optional.of(account)));
            }
        }
    }

    public List<Persona> all() {
        return all;
    }

    /** The personas of one person, in the order of their accounts; none for somebody unknown. */
    public List<Persona> of(String person) {
        Integer first = firstOfPerson.get(person);
        if (first == null) {
            return List.of();
        }
        int end = first;
        while (end < all.size() && all.get(end).person().key().equals(person)) {
            end++;
        }
        return all.subList(first, end);
    }

    /**
     * The persona that the same person has here at the same account, whatever else is different.
     */
    public Optional<Persona> like(Persona other) {
        return at(other.person().key(), other.account());
    }

    /** The persona of this person at this account; empty where they have none there. */
    public Optional<Persona> at(String person, Optional<String> account) {
        return of(person).stream().filter(persona -> persona.account().equals(account)).findFirst();
    }

    /** The number of the persona a question is asked from; empty where this directory lacks it. */
    Optional<Persona> persona(Standpoint who) {
        return at(who.person().key(), who.account())
                .filter(persona -> persona.person().equals(who.person()));
    }

    /** Numbers of the personas the audience has, given those of each role's holders. */
    BitSet in(Audience audience, Function<String, BitSet> holders) {
        BitSet in = new BitSet(all.size());
        audience.of().forEach(part -> in.or(in(part, holders)));
        audience.except().forEach(part -> in.andNot(in(part, holders)));
        return in;
    }

    private BitSet in(Audience.Part part, Function<String, BitSet> holders) {
        return part instanceof Audience.HoldersOf of
                ? holders.apply(of.role())
                : parts.computeIfAbsent(part, any -> part.fold(new Counting()));
    }

    private BitSet where(Predicate<Persona> there) {
        BitSet in = new BitSet(all.size());
        all.stream().filter(there).forEach(persona -> in.set(persona.number()));
        return in;
    }

    private BitSet ofPeople(Iterable<String> people) {
        BitSet in = new BitSet(all.size());
        people.forEach(key -> of(key).forEach(persona -> in.set(persona.number())));
        return in;
    }

    /** The personas of each kind of part. */
    private final class Counting implements Audience.Cases<BitSet> {
        @Override
        public BitSet onePerson(Audience.OnePerson part) {
            return ofPeople(List.of(part.person()));
        }

        @Override
        public BitSet oneTeam(Audience.OneTeam part) {
            return ofPeople(directory.membersOf(java.util.Set.of(part.team())));
        }

        @Override
        public BitSet oneUnit(Audience.OneUnit part) {
            return ofPeople(
                    directory.peopleIn(
                            part.below()
                                    ? directory.unitAndBelow(part.unit())
                                    : java.util.Set.of(part.unit())));
        }

        @Override
        public BitSet holdersOf(Audience.HoldersOf part) {
            throw new IllegalStateException("holders depend on the instant");
        }

        @Override
        public BitSet allStaff(Audience.AllStaff part) {
            return where(
                    persona -> persona.person().kind() == nembar.core.directory.PersonKind.STAFF);
        }

        @Override
        public BitSet allExternals(Audience.AllExternals part) {
            return where(persona -> persona.person().external());
        }

        @Override
        public BitSet externalsOf(Audience.ExternalsOf part) {
            return where(
                    persona ->
                            persona.person().external()
                                    && persona.account()
                                            .filter(part.account()::equals)
                                            .isPresent());
        }

        @Override
        public BitSet externalsTagged(Audience.ExternalsTagged part) {
            return where(
                    persona ->
                            persona.person().external()
                                    && persona.account()
                                            .flatMap(directory::account)
                                            .map(Account::tags)
                                            .filter(tags -> tags.contains(part.tag()))
                                            .isPresent());
        }
    }
}
