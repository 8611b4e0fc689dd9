package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;
import static nembar.server.people.PersonActs.keys;
import static nembar.server.people.PersonActs.said;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.command.Snapshot;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.text.Words;
import nembar.server.accounts.Terms;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Preview;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.invitations.EntryLinks;
import nembar.server.session.Sessions;
import org.springframework.stereotype.Component;

/** People suspended, brought back and closed. */
@Component
class StatusActs {
    private final Submissions submissions;
    private final Terms terms;
    private final Belongings belongings;
    private final EntryLinks links;
    private final Sessions sessions;
    private final PersonSheets sheets;
    private final Acts acts;

    StatusActs(
            Submissions submissions,
            Terms terms,
            Belongings belongings,
            EntryLinks links,
            Sessions sessions,
            PersonSheets sheets,
            Acts acts) {
        this.submissions = submissions;
        this.terms = terms;
        this.belongings = belongings;
        this.links = links;
        this.sessions = sessions;
        this.sheets = sheets;
        this.acts = acts;
    }

    Preview set(Submission submission, List<Person> people, PersonStatus from, PersonStatus to) {
        List<Person> some = people.stream().filter(one -> one.status() == from).toList();
        if (some.isEmpty()) {
            throw new BadRequest("people", "None of them is " + Words.of(from) + ".");
        }
        Person me = submission.author();
        boolean out = to != PersonStatus.ACTIVE;
        Edits edits = Edits.ofPeople(turned(some, from, to));
        Preview done =
                submissions.submit(
                        submission,
                        Command.by(me, (out ? "Suspend " : "Bring back ") + said(some))
                                .changing(now -> turning(now, some, from, to))
                                .warning(terms.checkSeats(edits))
                                .within(
                                        () ->
                                                acts.noteAll(
                                                        me.key(),
                                                        PERSON,
                                                        keys(some),
                                                        out
                                                                ? "suspended them"
                                                                : "brought them back")));
        if (out) {
            endSessions(submission, some);
        }
        return done;
    }

    /** People as they are when it is their turn; whoever has been turned meanwhile stays. */
    private ChangeSet turning(
            Snapshot now, List<Person> people, PersonStatus from, PersonStatus to) {
        List<Person> current =
                people.stream().flatMap(one -> now.directory().person(one.key()).stream()).toList();
        Edits edits = Edits.ofPeople(turned(current, from, to));
        terms.checkSeats(now.directory(), edits);
        return ChangeSet.of(edits);
    }

    private static List<Person> turned(List<Person> people, PersonStatus from, PersonStatus to) {
        return people.stream()
                .filter(one -> one.status() == from)
                .map(one -> one.withStatus(to))
                .toList();
    }

    private void endSessions(Submission submission, List<Person> people) {
        if (submission.executes()) {
            people.forEach(one -> sessions.endAll(one.key()));
        }
    }

    /** Those suspended become active; those closed are invited anew. */
    Preview bringBack(Submission submission, List<Person> people) {
        List<Person> closed =
                people.stream().filter(one -> one.status() == PersonStatus.CLOSED).toList();
        if (closed.isEmpty()) {
            return set(submission, people, PersonStatus.SUSPENDED, PersonStatus.ACTIVE);
        }
        Person me = submission.author();
        List<Person> back = turned(closed, PersonStatus.CLOSED, PersonStatus.INVITED);
        return submissions.submit(
                submission,
                Command.by(me, "Bring back " + said(back))
                        .changing(
                                now ->
                                        turning(
                                                now,
                                                closed,
                                                PersonStatus.CLOSED,
                                                PersonStatus.INVITED))
                        .warning(terms.checkSeats(Edits.ofPeople(back)))
                        .within(
                                () -> {
                                    back.forEach(one -> links.invite(me, one, "", false));
                                    acts.noteAll(
                                            me.key(),
                                            PERSON,
                                            keys(back),
                                            "brought them back and invited them");
                                }));
    }

    /**
     * Closes people; what one owns and leads can be handed over.
     *
     * @param heirKey who takes over; null or empty for nobody
     */
    Preview close(Submission submission, List<Person> people, String heirKey) {
        if (people.size() != 1) {
            return closeSeveral(submission, people);
        }
        Person me = submission.author();
        Person person = people.get(0);
        if (person.status() == PersonStatus.CLOSED) {
            throw new BadRequest("people", person.name() + " is closed already.");
        }
        Optional<Person> heir =
                Optional.ofNullable(heirKey).filter(key -> !key.isBlank()).map(sheets::known);
        heir.ifPresent(one -> checkHeir(person, one));
        Command.Builder command =
                Command.by(me, "Close " + person.name())
                        .changing(
                                now ->
                                        ChangeSet.of(
                                                belongings.closing(
                                                        now.directory(), person.key(), heir)))
                        .within(
                                () -> {
                                    Map<String, Integer> moved =
                                            heir.map(one -> belongings.handOver(person, one))
                                                    .orElse(Map.of());
                                    links.withdraw(person);
                                    noteClosing(me, person, heir, moved);
                                });
        heir.ifPresent(
                one ->
                        command.needing(Need.onPerson("change", one))
                                .handingOver(belongings.handingOver(person, one)));
        Preview done = submissions.submit(submission, command);
        endSessions(submission, people);
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

    private static void checkHeir(Person person, Person heir) {
        if (heir.key().equals(person.key()) || !heir.active()) {
            throw new BadRequest("heir", "Choose somebody else, who is active.");
        }
    }

    private Preview closeSeveral(Submission submission, List<Person> people) {
        Person me = submission.author();
        List<Person> open =
                people.stream().filter(one -> one.status() != PersonStatus.CLOSED).toList();
        Preview done =
                submissions.submit(
                        submission,
                        Command.by(me, "Close " + said(open))
                                .changing(now -> closing(now, open))
                                .warning(
                                        List.of(
                                                "What they own and lead stays with them; close"
                                                        + " them one by one to hand it over."))
                                .within(
                                        () -> {
                                            open.forEach(links::withdraw);
                                            acts.noteAll(
                                                    me.key(), PERSON, keys(open), "closed them");
                                        }));
        endSessions(submission, open);
        return done;
    }

    private static ChangeSet closing(Snapshot now, List<Person> people) {
        return ChangeSet.of(
                Edits.ofPeople(
                        people.stream()
                                .flatMap(one -> now.directory().person(one.key()).stream())
                                .filter(one -> one.status() != PersonStatus.CLOSED)
                                .map(one -> one.withStatus(PersonStatus.CLOSED))
                                .toList()));
    }
}
