package nembar.server.teams;

import static nembar.server.teams.Teams.TEAM;

import jakarta.validation.constraints.NotNull;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import nembar.core.arrival.Arrival;
import nembar.core.arrival.ArrivalField;
import nembar.core.arrival.ArrivalJudge;
import nembar.core.arrival.Pasted;
import nembar.core.arrival.Placement;
import nembar.core.command.ChangeSet;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.governance.Objection;
import nembar.core.governance.Objection.Rule;
import nembar.core.text.Wording;
import nembar.core.text.Words;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Preview;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.Refused;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Who is named as a member or lead, and messages to them. Whoever leads a team may add and remove
 * its listed members without administering anything: what its members are given was given to be
 * led.
 */
@Service
class TeamMembers {
    private static final int PASTE_AT_MOST = 200_000;
    private static final int SUBJECT_AT_MOST = 200;
    private static final int BODY_AT_MOST = 20_000;

    private final Teams teams;
    private final Models models;
    private final Submissions submissions;
    private final Governance governance;
    private final Outbox outbox;
    private final Acts acts;
    private final TransactionTemplate transactions;

    TeamMembers(
            Teams teams,
            Models models,
            Submissions submissions,
            Governance governance,
            Outbox outbox,
            Acts acts,
            TransactionTemplate transactions) {
        this.teams = teams;
        this.models = models;
        this.submissions = submissions;
        this.governance = governance;
        this.outbox = outbox;
        this.acts = acts;
        this.transactions = transactions;
    }

    /**
     * @param add keys of people who come
     * @param remove keys of people who go
     * @param lead keys of members who lead from now on
     * @param follow keys of leads who do so no longer
     */
    record MemberEdit(
            List<String> add, List<String> remove, List<String> lead, List<String> follow) {}

    record Message(@NotNull String subject, @NotNull String body) {}

    /**
     * An address and who has it.
     *
     * @param verdict here, for somebody who could join; member, new, closed, duplicate or malformed
     */
    record JudgedMember(int number, String email, String verdict, Optional<Named> person) {}

    Preview members(Submission submission, String key, MemberEdit edit) {
        Person me = submission.author();
        Team now = teams.known(key);
        boolean leading = Teams.leads(me, now);
        boolean administers = governance.mayOnPlace(me, TEAM, "change", key);
        if (!leading && !administers) {
            governance.requireOnPlace(me, TEAM, "change", key, now.name());
        }
        List<String> add = given(edit.add());
        List<String> remove = given(edit.remove());
        for (String one : add) {
            if (models.directory()
                    .person(one)
                    .filter(who -> who.status() != PersonStatus.CLOSED)
                    .isEmpty()) {
                throw new BadRequest("add", "There is nobody of that name to add.");
            }
        }
        if (!administers && !(given(edit.lead()).isEmpty() && given(edit.follow()).isEmpty())) {
            throw new Refused(
                    "Who leads a team is for those who administer it.",
                    List.of("You lead " + now.name() + ", so you may add and remove members."));
        }
        Predicate<Objection> waived =
                objection ->
                        leading
                                && !administers
                                && objection.rule() == Rule.NO_RAISING
                                && !objection.people().contains(me.key());
        String words = words(edit, true);
        return submissions.submit(
                submission,
                Command.by(me, now.name() + ": " + words(edit, false))
                        .waiving(waived)
                        .changing(
                                all ->
                                        ChangeSet.of(
                                                Edits.ofTeams(
                                                        List.of(
                                                                edited(
                                                                        Teams.known(
                                                                                all.directory(),
                                                                                key),
                                                                        edit)))))
                        .within(
                                () -> {
                                    acts.note(me.key(), TEAM, key, words);
                                    acts.noteAll(
                                            me.key(), "person", add, "added them to " + now.name());
                                    acts.noteAll(
                                            me.key(),
                                            "person",
                                            remove,
                                            "took them out of " + now.name());
                                }));
    }

    private static Team edited(Team now, MemberEdit edit) {
        Set<String> members = new TreeSet<>(now.members());
        Set<String> leads = new TreeSet<>(now.leads());
        members.addAll(given(edit.add()));
        given(edit.remove())
                .forEach(
                        one -> {
                            members.remove(one);
                            leads.remove(one);
                        });
        leads.addAll(given(edit.lead()));
        given(edit.follow()).forEach(leads::remove);
        return now.withMembers(members, leads);
    }

    private String words(MemberEdit edit, boolean done) {
        List<String> words = new ArrayList<>();
        said(done ? "added " : "add ", given(edit.add()), words);
        said(done ? "took out " : "take out ", given(edit.remove()), words);
        said(done ? "made lead: " : "make lead: ", given(edit.lead()), words);
        said("no longer lead: ", given(edit.follow()), words);
        return Wording.and(words);
    }

    private void said(String lead, List<String> keys, List<String> words) {
        if (!keys.isEmpty()) {
            words.add(
                    lead
                            + (keys.size() > 3
                                    ? keys.size() + " people"
                                    : Wording.and(
                                            Teams.names(models.directory(), new TreeSet<>(keys)))));
        }
    }

    private static List<String> given(List<String> keys) {
        return keys == null ? List.of() : keys;
    }

    /**
     * Rows of addresses, judged: who could join by them.
     *
     * @throws BadRequest for nothing or too much
     */
    List<JudgedMember> judge(Person me, String key, String text) {
        Team team = teams.known(key);
        if (!Teams.leads(me, team)) {
            governance.requireOnPlace(me, TEAM, "change", key, team.name());
        }
        if (text.isBlank() || text.length() > PASTE_AT_MOST) {
            throw new BadRequest("text", "Paste one address or more, at most 200 000 letters.");
        }
        List<Map<String, String>> rows =
                Pasted.read(text).stream()
                        .filter(one -> one.address().indexOf('@') >= 0)
                        .map(one -> Map.of(ArrivalField.EMAIL.key(), one.address()))
                        .toList();
        List<Arrival> judged =
                new ArrivalJudge(models.directory(), Map.of(), Placement.NOWHERE, ZoneOffset.UTC)
                        .judge(rows);
        return judged.stream()
                .map(
                        one ->
                                new JudgedMember(
                                        one.number() + 1,
                                        one.cells().get(ArrivalField.EMAIL.key()),
                                        verdict(one, team),
                                        one.known().map(who -> new Named(who.key(), who.name()))))
                .toList();
    }

    private static String verdict(Arrival arrival, Team team) {
        boolean member =
                arrival.known().filter(one -> team.members().contains(one.key())).isPresent();
        return member ? "member" : Words.of(arrival.verdict());
    }

    /**
     * Writes to all active members.
     *
     * @return how many messages are on their way
     */
    int message(Person me, String key, Message message) {
        Team team = teams.known(key);
        if (!Teams.leads(me, team)) {
            governance.requireOnPlace(me, TEAM, "change", key, team.name());
        }
        String subject = message.subject().strip();
        String body = message.body().strip();
        if (subject.isEmpty() || subject.length() > SUBJECT_AT_MOST) {
            throw new BadRequest("subject", "Give a subject of at most 200 letters.");
        }
        if (body.isEmpty() || body.length() > BODY_AT_MOST) {
            throw new BadRequest("body", "Write a message of at most 20 000 letters.");
        }
        Directory directory = models.directory();
        List<Person> to =
                directory.membersOf(Set.of(key)).stream()
                        .flatMap(one -> directory.person(one).stream())
                        .filter(Person::active)
                        .toList();
        transactions.executeWithoutResult(
                status -> {
                    to.forEach(
                            one ->
                                    outbox.queue(
                                            one.email(),
                                            one.key(),
                                            Optional.empty(),
                                            subject,
                                            body
                                                    + "\n\n"
                                                    + me.name()
                                                    + ", to "
                                                    + team.name()
                                                    + "\n"));
                    acts.note(me.key(), TEAM, key, "wrote to its members: " + subject);
                });
        return to.size();
    }
}
