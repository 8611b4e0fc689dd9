package nembar.server.people;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.command.Needs;
import nembar.core.directory.Account;
import nembar.core.directory.Attribute;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.EmailAddress;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.server.accounts.Terms;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.PersonChange;
import nembar.server.command.Preview;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.http.Overtaken;
import nembar.server.http.Texts;
import nembar.server.invitations.AddressChanges;
import nembar.server.model.Models;
import nembar.server.store.ElementRef;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Service;

/** Changes who somebody is and where they sit. */
@Service
class PersonEdits {

    private final Models models;
    private final Submissions submissions;
    private final Terms terms;
    private final ModelStore store;
    private final PersonSheets sheets;
    private final AddressChanges addresses;
    private final Acts acts;

    PersonEdits(
            Models models,
            Submissions submissions,
            Terms terms,
            ModelStore store,
            PersonSheets sheets,
            AddressChanges addresses,
            Acts acts) {
        this.models = models;
        this.submissions = submissions;
        this.terms = terms;
        this.store = store;
        this.sheets = sheets;
        this.addresses = addresses;
        this.acts = acts;
    }

    /**
     * A person as somebody wants them.
     *
     * @param version the version whoever asks has seen
     * @param attributes values by key, as text; an empty one takes the value away
     */
    record PersonEdit(
            Long version,
            @OneOf(PersonKind.class) String kind,
            String email,
            String givenName,
            String familyName,
            List<String> accounts,
            String unit,
            String manager,
            String timeZone,
            Map<String, String> attributes) {}

    Preview change(Submission submission, String key, PersonEdit edit) {
        Person me = submission.author();
        Person known = sheets.known(key);
        if (edit.version() == null) {
            throw new BadRequest("version", "Say which version of the person you have seen.");
        }
        if (store.versionOf(new ElementRef("person", key)) != edit.version()) {
            throw new Overtaken(
                    known.name()
                            + " has been changed by somebody else meanwhile. Nothing of yours is"
                            + " lost: look at both and choose.");
        }
        Directory directory = models.directory();
        Person looked = edited(directory, known, edit);
        PersonChange change = new PersonChange(known, looked);
        if (change.fields().isEmpty()) {
            return Preview.done(List.of("Nothing is different."));
        }
        boolean readdressed = Needs.readdressed(known, looked);
        boolean waits = readdressed && addresses.waits(known);
        List<String> warnings = new ArrayList<>(terms.checkSeats(Edits.ofPeople(List.of(looked))));
        if (waits) {
            warnings.add(AddressChanges.WAITS);
        } else if (readdressed && known.status() == PersonStatus.INVITED) {
            warnings.add(
                    "What was sent to the old address leads nowhere any more: send the invitation"
                            + " again.");
        }
        Command.Builder command =
                Command.by(me, known.name() + ": " + change.toDo(directory))
                        .seen(new ElementRef("person", key), edit.version())
                        .changing(
                                now -> {
                                    Person was = now.directory().person(key).orElseThrow();
                                    Person next = edited(now.directory(), was, edit);
                                    Person kept = waits ? next.withEmail(was.email()) : next;
                                    Edits edits =
                                            kept.equals(was)
                                                    ? Edits.NONE
                                                    : Edits.ofPeople(List.of(kept));
                                    terms.checkSeats(now.directory(), edits);
                                    return ChangeSet.of(edits);
                                })
                        .warning(warnings)
                        .within(() -> acts.note(me.key(), "person", key, change.done(directory)));
        if (waits) {
            command.needing(Need.onPerson("change", known)).onSignIn(List.of(known));
        }
        if (readdressed) {
            command.within(
                    () ->
                            addresses.changed(
                                    me, known, looked.email(), waits, submission.approved()));
        }
        return submissions.submit(submission, command);
    }

    /**
     * @throws BadRequest with the field at fault
     */
    Person edited(Directory directory, Person now, PersonEdit edit) {
        PersonKind kind = kind(edit.kind());
        String email = edit.email() == null ? "" : edit.email().strip();
        if (!EmailAddress.valid(email)) {
            throw new BadRequest("email", "`" + email + "` is no e-mail address.");
        }
        directory
                .personByEmail(email)
                .filter(other -> !other.key().equals(now.key()))
                .ifPresent(
                        other -> {
                            throw new BadRequest("email", other.name() + " has this address.");
                        });
        List<String> accounts = accounts(directory, kind, edit.accounts());
        Optional<String> unit = given(edit.unit());
        unit.filter(key -> directory.unit(key).isEmpty())
                .ifPresent(
                        key -> {
                            throw new BadRequest("unit", "There is no such unit.");
                        });
        Optional<String> manager = given(edit.manager());
        manager.ifPresent(key -> checkManager(directory, now, key));
        return new Person(
                now.key(),
                kind,
                email,
                Texts.name("givenName", edit.givenName(), true),
                Texts.name("familyName", edit.familyName(), false),
                accounts,
                unit,
                manager,
                Texts.zone("timeZone", edit.timeZone()),
                now.status(),
                attributes(directory, now, edit.attributes()));
    }

    private static void checkManager(Directory directory, Person now, String manager) {
        Person above =
                directory
                        .person(manager)
                        .orElseThrow(() -> new BadRequest("manager", "There is no such person."));
        if (directory.personAndReports(now.key()).contains(manager)) {
            throw new BadRequest(
                    "manager",
                    above.key().equals(now.key())
                            ? "Nobody manages themselves."
                            : above.name() + " is below " + now.name() + " in the reporting line.");
        }
    }

    static PersonKind kind(String word) {
        return PersonKind.named(word)
                .orElseThrow(
                        () -> new BadRequest("kind", "A person is staff, external or service."));
    }

    /** Staff and services belong to the company itself; externals to one account or more. */
    static List<String> accounts(Directory directory, PersonKind kind, List<String> given) {
        if (kind != PersonKind.EXTERNAL) {
            return directory.ownAccount().map(Account::key).stream().toList();
        }
        List<String> accounts = given == null ? List.of() : given;
        if (accounts.isEmpty()) {
            throw new BadRequest("accounts", "Say which account an external works for.");
        }
        for (String key : accounts) {
            Account account =
                    directory
                            .account(key)
                            .orElseThrow(
                                    () -> new BadRequest("accounts", "There is no such account."));
            if (account.own()) {
                throw new BadRequest(
                        "accounts",
                        "Somebody of "
                                + account.name()
                                + " itself is staff: make them staff, or choose whom they work"
                                + " for.");
            }
        }
        return accounts.stream().distinct().toList();
    }

    private static Map<String, Object> attributes(
            Directory directory, Person now, Map<String, String> given) {
        Map<String, Object> values = new TreeMap<>(now.attributes());
        if (given != null) {
            given.forEach(
                    (key, text) -> {
                        Attribute attribute =
                                directory.attributes().stream()
                                        .filter(one -> one.key().equals(key))
                                        .findFirst()
                                        .orElseThrow(
                                                () ->
                                                        new BadRequest(
                                                                "attributes." + key,
                                                                "There is no such attribute."));
                        if (text == null || text.isBlank()) {
                            values.remove(key);
                        } else {
                            values.put(key, AttributeText.value(attribute, text));
                        }
                    });
        }
        return values;
    }

    private static Optional<String> given(String value) {
        return Optional.ofNullable(value).filter(text -> !text.isBlank());
    }
}
