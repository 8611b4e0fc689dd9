package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.server.acts.Acts;
import nembar.server.entry.EntryLinks;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;
import nembar.server.moves.Intent.Far;
import nembar.server.session.Sessions;
import nembar.server.session.SignIns;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Invitations and sign-ins of people: what lets them in, and what keeps them out for now. */
@Component
class SignInActs {
    private final Governance governance;
    private final EntryLinks links;
    private final SignIns signIns;
    private final Sessions sessions;
    private final Acts acts;
    private final TransactionTemplate transactions;

    SignInActs(
            Governance governance,
            EntryLinks links,
            SignIns signIns,
            Sessions sessions,
            Acts acts,
            TransactionTemplate transactions) {
        this.governance = governance;
        this.links = links;
        this.signIns = signIns;
        this.sessions = sessions;
        this.acts = acts;
        this.transactions = transactions;
    }

    Consequence resend(Intent intent, List<Person> people) {
        return onInvited(
                intent,
                people,
                "sent the invitation again",
                one -> links.resend(intent.author(), one));
    }

    Consequence withdraw(Intent intent, List<Person> people) {
        return onInvited(intent, people, "withdrew the invitation", links::withdraw);
    }

    Consequence reset(Intent intent, List<Person> people) {
        return onSignIn(
                intent,
                people,
                "sent a link for a new password",
                one -> links.reset(intent.author(), one));
    }

    Consequence lock(Intent intent, List<Person> people) {
        return onSignIn(intent, people, "locked the sign-in", one -> lock(intent.author(), one));
    }

    Consequence unlock(Intent intent, List<Person> people) {
        return onSignIn(intent, people, "unlocked the sign-in", signIns::unlock);
    }

    Consequence endFactor(Intent intent, List<Person> people) {
        return onSignIn(
                intent,
                people,
                "took the second factor away",
                one -> signIns.setSecondFactor(one.key(), Optional.empty()));
    }

    Consequence signOut(Intent intent, List<Person> people) {
        return onSignIn(
                intent, people, "signed them out everywhere", one -> sessions.endAll(one.key()));
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

    private Consequence onInvited(
            Intent intent, List<Person> people, String words, Consumer<Person> doing) {
        Predicate<Person> invited = one -> one.status() == PersonStatus.INVITED;
        if (people.stream().noneMatch(invited)) {
            throw new BadRequest("people", "None of them has an invitation to accept.");
        }
        return each(intent, people, "invite", words, invited, doing);
    }

    private Consequence onSignIn(
            Intent intent, List<Person> people, String words, Consumer<Person> doing) {
        people.forEach(one -> governance.requireForSignIn(intent.author(), one));
        if (people.stream().noneMatch(Person::active)) {
            throw new BadRequest("people", "None of them is active.");
        }
        return each(intent, people, "reset", words, Person::active, doing);
    }

    private Consequence each(
            Intent intent,
            List<Person> people,
            String operation,
            String words,
            Predicate<Person> fits,
            Consumer<Person> doing) {
        Person me = intent.author();
        List<Person> some = people.stream().filter(fits).toList();
        some.forEach(one -> governance.requireOnPerson(me, operation, one));
        List<String> left =
                some.size() == people.size()
                        ? List.of()
                        : List.of(
                                people.size()
                                        - some.size()
                                        + " of those picked are left out: it does not fit them.");
        if (intent.far() == Far.LOOK) {
            return Consequence.none(left);
        }
        if (!intent.makes()) {
            throw new BadRequest("ask", "This cannot wait for anybody's word.");
        }
        transactions.executeWithoutResult(
                status ->
                        some.forEach(
                                one -> {
                                    doing.accept(one);
                                    acts.note(me.key(), PERSON, one.key(), words);
                                }));
        return Consequence.done(left);
    }
}
