package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;
import static nembar.server.people.PersonActs.keys;
import static nembar.server.people.PersonActs.said;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.server.acts.Acts;
import nembar.server.entry.EntryLinks;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.model.Step;
import nembar.server.model.Steps;
import nembar.server.model.Steps.By;
import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;
import nembar.server.moves.Moves;
import nembar.server.moves.Moves.Move;
import nembar.server.organisations.Terms;
import nembar.server.session.Sessions;
import org.springframework.stereotype.Component;

/** People suspended, brought back and closed. */
@Component
class StatusActs {
    private final Moves moves;
    private final Steps steps;
    private final Terms terms;
    private final Belongings belongings;
    private final Governance governance;
    private final EntryLinks links;
    private final Sessions sessions;
    private final PersonSheets sheets;
    private final Acts acts;

    StatusActs(
            Moves moves,
            Steps steps,
            Terms terms,
            Belongings belongings,
            Governance governance,
            EntryLinks links,
            Sessions sessions,
            PersonSheets sheets,
            Acts acts) {
        this.moves = moves;
        this.steps = steps;
        this.terms = terms;
        this.belongings = belongings;
        this.governance = governance;
        this.links = links;
        this.sessions = sessions;
        this.sheets = sheets;
        this.acts = acts;
    }

    Consequence set(Intent intent, List<Person> people, PersonStatus from, PersonStatus to) {
        List<Person> some = people.stream().filter(one -> one.status() == from).toList();
        if (some.isEmpty()) {
            throw new BadRequest("people", "None of them is " + PeopleList.word(from) + ".");
        }
        Person me = intent.author();
        some.forEach(one -> governance.requireOnPerson(me, "suspend", one));
        boolean out = to != PersonStatus.ACTIVE;
        Edits edits = Edits.ofPeople(some.stream().map(one -> one.withStatus(to)).toList());
        Consequence done =
                moves.move(
                        Move.of(
                                        By.of(me, (out ? "Suspend " : "Bring back ") + said(some)),
                                        () -> Step.of(edits),
                                        () ->
                                                acts.noteAll(
                                                        me.key(),
                                                        PERSON,
                                                        keys(some),
                                                        out
                                                                ? "suspended them"
                                                                : "brought them back"))
                                .warning(terms.checkSeats(edits)),
                        intent);
        if (out) {
            endSessions(intent, some);
        }
        return done;
    }

    private void endSessions(Intent intent, List<Person> people) {
        if (intent.makes()) {
            people.forEach(one -> sessions.endAll(one.key()));
        }
    }

    /** Those suspended become active; those closed are invited anew. */
    Consequence bringBack(Intent intent, List<Person> people) {
        List<Person> closed =
                people.stream().filter(one -> one.status() == PersonStatus.CLOSED).toList();
        if (closed.isEmpty()) {
            return set(intent, people, PersonStatus.SUSPENDED, PersonStatus.ACTIVE);
        }
        Person me = intent.author();
        closed.forEach(one -> governance.requireOnPerson(me, "invite", one));
        List<Person> back =
                closed.stream().map(one -> one.withStatus(PersonStatus.INVITED)).toList();
        Edits edits = Edits.ofPeople(back);
        return moves.move(
                Move.of(
                                By.of(me, "Bring back " + said(back)),
                                () -> Step.of(edits),
                                () -> {
                                    back.forEach(one -> links.invite(me, one, "", false));
                                    acts.noteAll(
                                            me.key(),
                                            PERSON,
                                            keys(back),
                                            "brought them back and invited them");
                                })
                        .warning(terms.checkSeats(edits)),
                intent);
    }

    /**
     * Closes people; what one owns and leads can be handed over.
     *
     * @param heirKey who takes over; null or empty for nobody
     */
    Consequence close(Intent intent, List<Person> people, String heirKey) {
        if (people.size() != 1) {
            return closeSeveral(intent, people);
        }
        Person me = intent.author();
        Person person = people.get(0);
        governance.requireOnPerson(me, "suspend", person);
        if (person.status() == PersonStatus.CLOSED) {
            throw new BadRequest("people", person.name() + " is closed already.");
        }
        Optional<Person> heir =
                Optional.ofNullable(heirKey).filter(key -> !key.isBlank()).map(sheets::known);
        heir.ifPresent(one -> checkHeir(me, person, one));
        By by = By.of(me, "Close " + person.name());
        Map<String, Integer> moved = new TreeMap<>();
        if (intent.makes() && heir.isPresent()) {
            // What stands against closing is found out before any record is moved.
            moves.require(
                    steps.propose(Step.of(belongings.closing(person, heir))),
                    by.agreed(intent.agreed()));
            moved.putAll(belongings.handOver(person, heir.get()));
        }
        Consequence done =
                moves.move(
                        Move.of(
                                by,
                                () -> Step.of(belongings.closing(person, heir)),
                                () -> {
                                    links.withdraw(person);
                                    noteClosing(me, person, heir, moved);
                                }),
                        intent);
        endSessions(intent, people);
        return done;
    }

    private void noteClosing(
            Person me, Person person, Optional<Person> heir, Map<String, Integer> moved) {
        acts.note(
                me.key(),
                PERSON,
                person.key(),
                "closed them"
                        + heir.map(one -> " and handed everything over to " + one.name())
                                .orElse(""));
        moved.forEach(
                (application, number) ->
                        acts.note(
                                me.key(),
                                PERSON,
                                heir.orElseThrow().key(),
                                "handed them "
                                        + number
                                        + " records of "
                                        + person.name()
                                        + " in "
                                        + application));
    }

    private void checkHeir(Person me, Person person, Person heir) {
        if (heir.key().equals(person.key()) || !heir.active()) {
            throw new BadRequest("heir", "Choose somebody else, who is active.");
        }
        governance.requireOnPerson(me, "change", heir);
    }

    private Consequence closeSeveral(Intent intent, List<Person> people) {
        Person me = intent.author();
        List<Person> open =
                people.stream().filter(one -> one.status() != PersonStatus.CLOSED).toList();
        open.forEach(one -> governance.requireOnPerson(me, "suspend", one));
        Edits edits =
                Edits.ofPeople(
                        open.stream().map(one -> one.withStatus(PersonStatus.CLOSED)).toList());
        Consequence done =
                moves.move(
                        Move.of(
                                        By.of(me, "Close " + said(open)),
                                        () -> Step.of(edits),
                                        () -> {
                                            open.forEach(links::withdraw);
                                            acts.noteAll(
                                                    me.key(), PERSON, keys(open), "closed them");
                                        })
                                .warning(
                                        List.of(
                                                "What they own and lead stays with them; close"
                                                        + " them one by one to hand it over.")),
                        intent);
        endSessions(intent, open);
        return done;
    }
}
