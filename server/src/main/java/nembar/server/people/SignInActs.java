package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;
import static nembar.server.people.PersonActs.said;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import nembar.core.command.Need;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Preview;
import nembar.server.governance.LookPasses;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.invitations.AddressChanges;
import nembar.server.invitations.EntryLinks;
import nembar.server.session.Sessions;
import nembar.server.session.SignIns;
import org.springframework.stereotype.Component;

/** Invitations and sign-ins of people: what lets them in, and what keeps them out for now. */
@Component
class SignInActs {
    /** What one must be allowed to do to people, to act on their sign-in. */
    static final String OPERATION = "reset";

    private final Submissions submissions;
    private final LookPasses passes;
    private final AddressChanges addresses;
    private final EntryLinks links;
    private final SignIns signIns;
    private final Sessions sessions;
    private final Acts acts;

    SignInActs(
            Submissions submissions,
            LookPasses passes,
            AddressChanges addresses,
            EntryLinks links,
            SignIns signIns,
            Sessions sessions,
            Acts acts) {
        this.submissions = submissions;
        this.passes = passes;
        this.addresses = addresses;
        this.links = links;
        this.signIns = signIns;
        this.sessions = sessions;
        this.acts = acts;
    }

    /** What an act is called before it and after it. */
    private record Words(String toDo, String done) {}

    Preview resend(Submission submission, List<Person> people) {
        return onInvited(
                submission,
                people,
                new Words("send the invitation again", "sent the invitation again"),
                one -> links.resend(submission.author(), one));
    }

    Preview withdraw(Submission submission, List<Person> people) {
        return onInvited(
                submission,
                people,
                new Words("withdraw the invitation", "withdrew the invitation"),
                links::withdraw);
    }

    Preview reset(Submission submission, List<Person> people) {
        return onSignIn(
                submission,
                people,
                new Words("send a link for a new password", "sent a link for a new password"),
                one -> links.reset(submission.author(), one));
    }

    Preview lock(Submission submission, List<Person> people) {
        return onSignIn(
                submission,
                people,
                new Words("lock the sign-in", "locked the sign-in"),
                one -> lock(submission.author(), one));
    }

    Preview unlock(Submission submission, List<Person> people) {
        return onSignIn(
                submission,
                people,
                new Words("unlock the sign-in", "unlocked the sign-in"),
                signIns::unlock);
    }

    Preview endFactor(Submission submission, List<Person> people) {
        return onSignIn(
                submission,
                people,
                new Words("take the second factor away", "took the second factor away"),
                one -> signIns.setSecondFactor(one.key(), Optional.empty()));
    }

    Preview signOut(Submission submission, List<Person> people) {
        return onSignIn(
                submission,
                people,
                new Words("sign them out everywhere", "signed them out everywhere"),
                one -> sessions.endAll(one.key()));
    }

    /** Leave to look through people for a day. */
    Preview lookThrough(Submission submission, List<Person> people) {
        Person me = submission.author();
        return each(
                submission,
                people,
                "look_through",
                new Words("look through them for a day", "may look through them for a day"),
                any -> true,
                true,
                one -> passes.give(me.key(), one.key()));
    }

    /** Stops the change of an address that waits. */
    Preview keepAddress(Submission submission, List<Person> people) {
        return each(
                submission,
                people,
                "change",
                new Words("keep the old address", "kept the old address"),
                any -> true,
                false,
                one -> addresses.stop(one.key(), "By " + submission.author().name() + "."));
    }

    private void lock(Person me, Person person) {
        if (person.key().equals(me.key())) {
            throw new BadRequest("people", "You would lock yourself out.");
        }
        if (!signIns.lock(person.key(), me.key())) {
            throw new BadRequest("people", person.name() + " has no sign-in yet to lock.");
        }
        sessions.endAll(person.key());
    }

    private Preview onInvited(
            Submission submission, List<Person> people, Words words, Consumer<Person> doing) {
        Predicate<Person> invited = one -> one.status() == PersonStatus.INVITED;
        if (people.stream().noneMatch(invited)) {
            throw new BadRequest("people", "None of them has an invitation to accept.");
        }
        return each(submission, people, "invite", words, invited, false, doing);
    }

    private Preview onSignIn(
            Submission submission, List<Person> people, Words words, Consumer<Person> doing) {
        if (people.stream().noneMatch(Person::active)) {
            throw new BadRequest("people", "None of them is active.");
        }
        return each(submission, people, OPERATION, words, Person::active, true, doing);
    }

    private Preview each(
            Submission submission,
            List<Person> people,
            String operation,
            Words words,
            Predicate<Person> fits,
            boolean onSignIn,
            Consumer<Person> doing) {
        Person me = submission.author();
        List<Person> some = people.stream().filter(fits).toList();
        List<String> left =
                some.size() == people.size()
                        ? List.of()
                        : List.of(
                                people.size()
                                        - some.size()
                                        + " of those picked are left out: it does not fit them.");
        return submissions.submit(
                submission,
                Command.by(me, said(some) + ": " + words.toDo())
                        .needing(some.stream().map(one -> Need.onPerson(operation, one)).toList())
                        .onSignIn(onSignIn ? some : List.of())
                        .warning(left)
                        .within(
                                () ->
                                        some.forEach(
                                                one -> {
                                                    doing.accept(one);
                                                    acts.note(
                                                            me.key(),
                                                            PERSON,
                                                            one.key(),
                                                            words.done());
                                                })));
    }
}
