package nembar.server.invitations;

import java.time.Instant;
import java.time.ZoneId;
import nembar.core.directory.Account;
import nembar.core.directory.Person;
import nembar.core.text.Dates;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import org.springframework.stereotype.Component;

/** The words of the messages that let people in. */
@Component
public class Letters {

    private final Models models;

    Letters(Models models) {
        this.models = models;
    }

    /** Name of the account the person comes in for. */
    public String accountName(Person person) {
        return person.accounts().stream()
                .findFirst()
                .flatMap(models.directory()::account)
                .or(models.directory()::ownAccount)
                .map(Account::name)
                .orElse("");
    }

    private String home() {
        return models.directory().ownAccount().map(Account::name).orElse("the company");
    }

    public String invitationSubject(Person by, Person person) {
        return by.name() + " invites you to work with " + home();
    }

    /** The invitation, as it will be sent but for its link. */
    public String invitation(
            Person by, Person person, String note, Instant expires, boolean compare) {
        String account = accountName(person);
        return "Hello "
                + person.givenName()
                + ",\n\n"
                + by.name()
                + " has set up access for you to the applications of "
                + home()
                + (account.equals(home()) ? "" : ", for " + account)
                + ".\n\n"
                + (note.isBlank() ? "" : note.strip() + "\n\n")
                + "Open this link to choose a password and come in. It works once, and until "
                + until(person.zone(), expires)
                + ":\n\n"
                + Outbox.LINK
                + "\n\n"
                + (compare
                        ? "You will be asked for a code. "
                                + by.name()
                                + " has it and reads it to you; it is in no message.\n\n"
                        : "")
                + "Your sign-in is this address, "
                + person.email()
                + ". If you did not expect this message, leave it: nobody comes in without the"
                + " link.\n";
    }

    public String resetSubject() {
        return "Choose a new password";
    }

    public String reset(Person by, Person person, Instant expires) {
        return "Hello "
                + person.givenName()
                + ",\n\n"
                + by.name()
                + " has sent you this link to choose a new password. It works once, and until "
                + until(person.zone(), expires)
                + ":\n\n"
                + Outbox.LINK
                + "\n\nUntil you do, the old password stays as it is.\n";
    }

    public String addressSubject() {
        return "Your address was changed";
    }

    public String addressChanged(String by, Person person, String email) {
        return "Hello "
                + person.givenName()
                + ",\n\n"
                + by
                + " has changed the address you sign in with from "
                + person.email()
                + " to "
                + email
                + ".\n\nIf you did not expect this, tell whoever looks after your access at once.\n";
    }

    /** Tells of another address that waits for a day, with the link that stops it. */
    public String addressWaits(Person by, Person person, String email) {
        return "Hello "
                + person.givenName()
                + ",\n\n"
                + by.name()
                + " wants to change the address you sign in with from "
                + person.email()
                + " to "
                + email
                + ". It counts in a day.\n\nIf you did not expect this, stop it with this link:\n\n"
                + Outbox.LINK
                + "\n";
    }

    private static String until(ZoneId zone, Instant expires) {
        return Dates.MINUTE.format(expires.atZone(zone))
                + " ("
                + zone.getId().replace('_', ' ')
                + ")";
    }
}
