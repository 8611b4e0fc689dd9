package nembar.server.people;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.design.Assignment;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Standpoint;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.http.Paging;
import nembar.server.invitations.EntryLinks;
import nembar.server.invitations.EntryLinks.Invited;
import nembar.server.invitations.EntryLinks.State;
import nembar.server.model.Models;
import nembar.server.session.SignIns;
import nembar.server.sources.Sources;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Finds, sorts and pages people, as far as whoever asks may view them. */
@Service
class PeopleList {
    private static final Set<String> SORTS =
            Set.of("match", "name", "email", "unitOrAccount", "account", "status", "signedIn");

    private final Models models;
    private final Governance governance;
    private final EntryLinks links;
    private final SignIns signIns;
    private final Sources sources;
    private final Clock clock;
    private volatile PeopleIndex index;

    PeopleList(
            Models models,
            Governance governance,
            EntryLinks links,
            SignIns signIns,
            Sources sources,
            Clock clock) {
        this.models = models;
        this.governance = governance;
        this.links = links;
        this.signIns = signIns;
        this.sources = sources;
        this.clock = clock;
    }

    /**
     * A person in a list.
     *
     * @param unitOrAccount names of an external's accounts, of the unit of anybody else
     * @param access what they are given, in words; empty for nothing
     * @param invitation where the invitation stands; empty for those who have accepted it, or never
     *     had one
     * @param source name of the source they come from; empty for those entered by hand
     */
    record PersonLine(
            String key,
            String name,
            String email,
            @OneOf(PersonKind.class) String kind,
            @OneOf(PersonStatus.class) String status,
            String unitOrAccount,
            String accountName,
            List<String> access,
            Optional<Instant> signedIn,
            String invitation,
            Optional<Instant> invitationExpires,
            String source) {}

    record PeoplePage(List<PersonLine> people, long total) {}

    /** The first who asks does not wait for the index. */
    @EventListener(ApplicationReadyEvent.class)
    void getReady() {
        lines(index(models.directory()).byName().stream().limit(1).toList());
    }

    PeoplePage page(Person me, Wanted wanted, int page, int size) {
        List<Person> found = found(me, wanted);
        List<Person> some = Paging.slice(found, page, size);
        return new PeoplePage(lines(some), found.size());
    }

    /** Everybody wanted, in the order wanted. */
    List<Person> found(Person me, Wanted wanted) {
        if (!SORTS.contains(wanted.sort())) {
            throw new BadRequest("sort", "People are not sorted by `" + wanted.sort() + "`.");
        }
        Directory directory = models.directory();
        PeopleIndex index = index(directory);
        Predicate<Person> filter = filter(wanted, directory, index);
        List<Person> found =
                index.byName().stream()
                        .filter(filter)
                        .filter(governance.mayView(me))
                        .collect(Collectors.toCollection(ArrayList::new));
        if (!wanted.sort().equals("name")) {
            Comparator<Person> order = order(wanted, index);
            found.sort(wanted.descending() ? order.reversed() : order);
        } else if (wanted.descending()) {
            Collections.reverse(found);
        }
        return found;
    }

    private synchronized PeopleIndex index(Directory directory) {
        if (index == null || !index.of(directory)) {
            index = new PeopleIndex(directory);
        }
        return index;
    }

    private Predicate<Person> filter(Wanted wanted, Directory directory, PeopleIndex index) {
        List<Predicate<Person>> all = new ArrayList<>();
        String[] words = PeopleIndex.plain(wanted.search().strip()).split("\\s+");
        if (!wanted.search().isBlank()) {
            all.add(
                    person -> {
                        String text = index.entry(person).text();
                        for (String word : words) {
                            if (!text.contains(word)) {
                                return false;
                            }
                        }
                        return true;
                    });
        }
        if (!wanted.kind().isEmpty()) {
            all.add(person -> wanted.kind().contains(Words.of(person.kind())));
        }
        if (!wanted.status().isEmpty()) {
            all.add(person -> wanted.status().contains(Words.of(person.status())));
        }
        if (!wanted.account().isEmpty()) {
            all.add(person -> person.accounts().contains(wanted.account()));
        }
        if (!wanted.unit().isEmpty()) {
            Set<String> units = directory.unitAndBelow(wanted.unit());
            all.add(person -> person.unit().filter(units::contains).isPresent());
        }
        if (!wanted.team().isEmpty()) {
            Set<String> members = directory.membersOf(Set.of(wanted.team()));
            all.add(person -> members.contains(person.key()));
        }
        if (!wanted.role().isEmpty()) {
            Set<String> holders = holders(wanted.role());
            all.add(person -> holders.contains(person.key()));
        }
        if (!wanted.access().isEmpty()) {
            Set<String> given = given();
            all.add(person -> !given.contains(person.key()));
        }
        if (!wanted.invitation().isEmpty()) {
            Map<String, State> states = links.states();
            all.add(
                    person ->
                            person.status() == PersonStatus.INVITED
                                    && Optional.ofNullable(states.get(person.key()))
                                            .filter(
                                                    one ->
                                                            Words.of(one)
                                                                    .equals(wanted.invitation()))
                                            .isPresent());
        }
        if (!wanted.source().isEmpty()) {
            Set<String> from = fromSource(wanted.source());
            boolean byHand = wanted.source().equals("hand");
            all.add(person -> from.contains(person.key()) != byHand);
        }
        return all.stream().reduce(any -> true, Predicate::and);
    }

    private Set<String> fromSource(String source) {
        if (!source.equals("hand")) {
            return sources.of(Sources.PERSON, source).keySet();
        }
        Set<String> all = new HashSet<>();
        sources.all().forEach(one -> all.addAll(sources.of(Sources.PERSON, one.id()).keySet()));
        return all;
    }

    private Set<String> holders(String role) {
        int slash = role.indexOf('/');
        if (slash < 0) {
            throw new BadRequest("role", "Name a role as in towline/dispatcher.");
        }
        AccessModel model = models.model(role.substring(0, slash));
        return people(model, model.holdersOf(role.substring(slash + 1), clock.instant()));
    }

    /** Keys of the people of some personas, by their places among all. */
    static Set<String> people(AccessModel model, BitSet personas) {
        Set<String> people = new HashSet<>();
        personas.stream().forEach(i -> people.add(model.personas().all().get(i).person().key()));
        return people;
    }

    /** Keys of those who are given anything in a governed application. */
    private Set<String> given() {
        Instant at = clock.instant();
        Set<String> given = new HashSet<>();
        for (AccessModel model : models.all()) {
            for (Persona persona : model.personas().all()) {
                boolean some =
                        model.assignmentsOf(persona).stream()
                                .anyMatch(one -> model.inForce(one.times(), at));
                if (some) {
                    given.add(persona.person().key());
                }
            }
        }
        return given;
    }

    /** Orders people who are in the order of their names already, which stays among equals. */
    private Comparator<Person> order(Wanted wanted, PeopleIndex index) {
        return switch (wanted.sort()) {
            case "email" -> Comparator.comparing(one -> one.email().toLowerCase(Locale.ROOT));
            case "unitOrAccount" -> Comparator.comparing(one -> index.entry(one).unitOrAccount());
            case "account" -> Comparator.comparing(one -> index.entry(one).accountName());
            case "status" -> Comparator.comparing(Person::status);
            case "signedIn" -> bySignIn();
            case "match" -> match(wanted, index);
            default -> throw new IllegalArgumentException(wanted.sort());
        };
    }

    /** Those whose name begins with the first word come first. */
    private static Comparator<Person> match(Wanted wanted, PeopleIndex index) {
        String first = PeopleIndex.plain(wanted.search().strip()).split("\\s+")[0];
        String later = " " + first;
        return Comparator.comparingInt(
                one -> {
                    String text = index.entry(one).text();
                    return text.startsWith(first) || text.contains(later) ? 0 : 1;
                });
    }

    /** Those who never did come first. */
    private Comparator<Person> bySignIn() {
        Map<String, Instant> last = signIns.lastSignedIn();
        return Comparator.comparing(one -> last.getOrDefault(one.key(), Instant.EPOCH));
    }

    /** These people as they are listed. */
    List<PersonLine> lines(List<Person> people) {
        Directory directory = models.directory();
        PeopleIndex index = index(directory);
        List<String> keys = people.stream().map(Person::key).toList();
        Map<String, Instant> last = keys.isEmpty() ? Map.of() : signIns.lastSignedIn(keys);
        Map<String, Invited> invited =
                links.invitationsOf(
                        people.stream()
                                .filter(one -> Words.of(one.status()).equals("invited"))
                                .map(Person::key)
                                .toList());
        Map<String, Sources.Origin> origins = sources.originsOf(Sources.PERSON, keys);
        Map<String, String> sourceNames = new HashMap<>();
        sources.all().forEach(one -> sourceNames.put(one.id(), one.name()));
        return people.stream()
                .map(
                        person -> {
                            PeopleIndex.Entry entry = index.entry(person);
                            Optional<Invited> invitation =
                                    Optional.ofNullable(invited.get(person.key()));
                            return new PersonLine(
                                    person.key(),
                                    person.name(),
                                    person.email(),
                                    Words.of(person.kind()),
                                    Words.of(person.status()),
                                    entry.unitOrAccount(),
                                    entry.accountName(),
                                    access(person),
                                    Optional.ofNullable(last.get(person.key())),
                                    invitation.map(one -> Words.of(one.state())).orElse(""),
                                    invitation.map(Invited::expires),
                                    Optional.ofNullable(origins.get(person.key()))
                                            .map(one -> sourceNames.get(one.source()))
                                            .orElse(""));
                        })
                .toList();
    }

    /** What the person is given now, in words; in Nembar itself last. */
    private List<String> access(Person person) {
        Set<String> words = new LinkedHashSet<>();
        Instant at = clock.instant();
        models.all().stream()
                .sorted(Comparator.comparing(one -> one.application().key().equals(Models.NEMBAR)))
                .forEach(
                        model -> {
                            for (Persona persona : model.personas().of(person.key())) {
                                Explanation explanation =
                                        new Explanation(
                                                model,
                                                new Standpoint(
                                                        person, persona.account(), at, true));
                                for (Assignment one : model.assignmentsOf(persona)) {
                                    if (model.inForce(one.times(), at)) {
                                        words.add(explanation.assignment(one));
                                    }
                                }
                            }
                        });
        return List.copyOf(words);
    }
}
