package nembar.server.people;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.design.Assignment;
import nembar.core.directory.Account;
import nembar.core.directory.Attribute;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Standpoint;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.invitations.AddressChanges;
import nembar.server.invitations.EntryLinks;
import nembar.server.model.Models;
import nembar.server.people.PersonSheet.AttributeValue;
import nembar.server.people.PersonSheet.Held;
import nembar.server.people.PersonSheet.InTeam;
import nembar.server.people.PersonSheet.May;
import nembar.server.people.PersonSheet.WorksFor;
import nembar.server.session.Sessions;
import nembar.server.session.SignInLog;
import nembar.server.session.SignIns;
import nembar.server.sources.Sources;
import nembar.server.store.ElementRef;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Service;

/** Puts together everything there is to know of a person. */
@Service
public class PersonSheets {
    private static final int TRIES_SHOWN = 15;
    private static final int HISTORY_SHOWN = 50;

    private final Models models;
    private final Governance governance;
    private final ModelStore store;
    private final AddressChanges addresses;
    private final EntryLinks links;
    private final SignIns signIns;
    private final SignInLog signInLog;
    private final Sessions sessions;
    private final Sources sources;
    private final Acts acts;
    private final Clock clock;

    PersonSheets(
            Models models,
            Governance governance,
            ModelStore store,
            AddressChanges addresses,
            EntryLinks links,
            SignIns signIns,
            SignInLog signInLog,
            Sessions sessions,
            Sources sources,
            Acts acts,
            Clock clock) {
        this.models = models;
        this.governance = governance;
        this.store = store;
        this.addresses = addresses;
        this.links = links;
        this.signIns = signIns;
        this.signInLog = signInLog;
        this.sessions = sessions;
        this.sources = sources;
        this.acts = acts;
        this.clock = clock;
    }

    /**
     * @throws NotFound for nobody
     */
    public Person known(String key) {
        return models.directory()
                .person(key)
                .orElseThrow(() -> new NotFound("person", "There is no such person."));
    }

    PersonSheet sheet(Person me, String key) {
        Person person = known(key);
        governance.requireOnPerson(me, "view", person);
        Directory directory = models.directory();
        Optional<Sources.Source> source =
                sources.originOf(Sources.PERSON, key).flatMap(one -> sources.find(one.source()));
        return new PersonSheet(
                person.key(),
                store.versionOf(new ElementRef("person", key)),
                Words.of(person.kind()),
                person.email(),
                person.givenName(),
                person.familyName(),
                person.name(),
                Words.of(person.status()),
                person.zone().getId(),
                person.accounts().stream().map(one -> worksFor(directory, one)).toList(),
                person.unit().map(one -> named(directory.unitNames(), one)),
                person.manager().map(one -> named(directory.personNames(), one)),
                directory.attributes().stream().map(one -> value(one, person)).toList(),
                teams(directory, person),
                (int)
                        directory.people().stream()
                                .filter(one -> one.manager().filter(key::equals).isPresent())
                                .count(),
                source.map(one -> new Named(one.id(), one.name())),
                source.map(Sources.Source::owns).orElse(Set.of()),
                held(person),
                addresses.of(key),
                Optional.ofNullable(links.invitationsOf(List.of(key)).get(key)),
                signIns.stateOf(person),
                signInLog.triesOf(key, TRIES_SHOWN),
                sessions.of(key),
                acts.on("person", key, HISTORY_SHOWN),
                new May(
                        governance.mayOnPerson(me, "change", person),
                        governance.mayOnPerson(me, "invite", person),
                        governance.mayOnPerson(me, "suspend", person),
                        governance.mayOnPerson(me, "reset", person),
                        governance.mayOnPerson(me, "look_through", person)),
                guarded(me, person));
    }

    private String guarded(Person me, Person person) {
        return governance.onSignIn(me, person).stream().map(Objection::why).findFirst().orElse("");
    }

    private WorksFor worksFor(Directory directory, String key) {
        LocalDate today =
                LocalDate.ofInstant(
                        clock.instant(), models.model(Models.NEMBAR).application().zone());
        Account account = directory.account(key).orElseThrow();
        String state = Words.of(account.state(today));
        return new WorksFor(key, account.name(), state);
    }

    private static Named named(Map<String, String> names, String key) {
        return new Named(key, names.getOrDefault(key, key));
    }

    private static AttributeValue value(Attribute attribute, Person person) {
        Object value = person.attributes().get(attribute.key());
        String text = "";
        if (value instanceof List<?> list) {
            text = String.join(", ", list.stream().map(String::valueOf).toList());
        } else if (value != null) {
            text = value.toString();
        }
        return new AttributeValue(
                attribute.key(),
                attribute.label(),
                Words.of(attribute.type()),
                attribute.choices(),
                text);
    }

    private static List<InTeam> teams(Directory directory, Person person) {
        return directory.teamsOf(person.key()).stream()
                .flatMap(key -> directory.team(key).stream())
                .map(
                        team ->
                                new InTeam(
                                        team.key(),
                                        team.name(),
                                        team.leads().contains(person.key()),
                                        !team.members().contains(person.key())))
                .sorted(Comparator.comparing(InTeam::name))
                .toList();
    }

    /** Everything the person is given, in governed applications first. */
    private List<Held> held(Person person) {
        Instant at = clock.instant();
        List<Held> held = new ArrayList<>();
        models.all().stream()
                .sorted(
                        Comparator.<AccessModel, Boolean>comparing(
                                        one -> one.application().key().equals(Models.NEMBAR))
                                .thenComparing(one -> one.application().name()))
                .forEach(model -> held.addAll(held(model, person, at)));
        return held;
    }

    private static List<Held> held(AccessModel model, Person person, Instant at) {
        List<Held> held = new ArrayList<>();
        List<Persona> personas = model.personas().of(person.key());
        Set<String> said = new HashSet<>();
        for (Persona persona : personas) {
            Explanation explanation =
                    new Explanation(model, new Standpoint(person, persona.account(), at, true));
            boolean everywhere = personas.size() < 2;
            for (Assignment one : model.assignmentsOf(persona)) {
                boolean all =
                        everywhere
                                || personas.stream()
                                        .allMatch(
                                                other -> model.assignmentsOf(other).contains(one));
                if (!all || said.add(one.key())) {
                    held.add(
                            new Held(
                                    model.application().key(),
                                    model.application().name(),
                                    one.key(),
                                    explanation.assignment(one),
                                    explanation.through(one),
                                    all
                                            ? Optional.empty()
                                            : persona.account()
                                                    .map(key -> model.directory().accountName(key)),
                                    explanation.resting(one),
                                    mine(one, person)));
                }
            }
        }
        return held;
    }

    /** Whether the assignment is to this person and nobody else. */
    static boolean mine(Assignment assignment, Person person) {
        return assignment.audience().onlyPerson().filter(person.key()::equals).isPresent();
    }
}
