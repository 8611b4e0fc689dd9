package nembar.server.bringin;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.arrival.Verdict;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.draft.Change;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.acts.Acts;
import nembar.server.bringin.Judging.Judged;
import nembar.server.document.DocumentChanges;
import nembar.server.entry.EntryLinks;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Step;
import nembar.server.model.Steps;
import nembar.server.model.Steps.By;
import nembar.server.organisations.Organisations;
import nembar.server.organisations.Terms;
import nembar.server.people.Giving;
import nembar.server.people.Giving.Given;
import nembar.server.store.DraftStore;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Makes people of the rows of a batch: each five hundred in one transaction, with their mail. */
@Service
class Sending {
    private static final Logger LOG = LoggerFactory.getLogger(Sending.class);
    static final int AT_A_TIME = 500;

    private final BringIn bringIn;
    private final Judging judging;
    private final Batches batches;
    private final Models models;
    private final Steps steps;
    private final Giving giving;
    private final Organisations organisations;
    private final Terms terms;
    private final EntryLinks links;
    private final Governance governance;
    private final DraftStore drafts;
    private final Acts acts;

    Sending(
            BringIn bringIn,
            Judging judging,
            Batches batches,
            Models models,
            Steps steps,
            Giving giving,
            Organisations organisations,
            Terms terms,
            EntryLinks links,
            Governance governance,
            DraftStore drafts,
            Acts acts) {
        this.bringIn = bringIn;
        this.judging = judging;
        this.batches = batches;
        this.models = models;
        this.steps = steps;
        this.giving = giving;
        this.organisations = organisations;
        this.terms = terms;
        this.links = links;
        this.governance = governance;
        this.drafts = drafts;
        this.acts = acts;
    }

    /** Some rows as one step, and the people in it by the position of their row. */
    record Arriving(Step step, Map<Integer, Person> people) {}

    /** The step by which these rows become people, on top of what is published now. */
    Arriving arriving(Person me, List<Judged> rows, Content content) {
        Directory directory = models.directory();
        Map<Integer, Person> people = new LinkedHashMap<>();
        Map<String, Account> made = new LinkedHashMap<>();
        Map<String, Set<String>> joining = new HashMap<>();
        for (Judged row : rows) {
            Person person =
                    row.arrival().verdict() == Verdict.CLOSED
                            ? row.arrival().known().orElseThrow().withStatus(PersonStatus.INVITED)
                            : placed(row, made);
            people.put(row.entry().position(), person);
            row.arrival()
                    .teams()
                    .forEach(
                            team ->
                                    joining.computeIfAbsent(team, any -> new TreeSet<>())
                                            .add(person.key()));
        }
        List<Team> teams = new ArrayList<>();
        joining.forEach(
                (key, some) -> {
                    Team team = directory.team(key).orElseThrow();
                    Set<String> members = new TreeSet<>(team.members());
                    members.addAll(some);
                    teams.add(team.withMembers(members, team.leads()));
                });
        Edits edits =
                Edits.ofPeople(List.copyOf(people.values()))
                        .withTeams(teams)
                        .withAccounts(List.copyOf(made.values()));
        Given given = content.given();
        Map<String, List<Change>> design =
                given == null || content.roleAsDraft()
                        ? Map.of()
                        : Map.of(
                                given.application(),
                                giving.changes(given, List.copyOf(people.values()), me));
        return new Arriving(new Step(edits, design), people);
    }

    private Person placed(Judged row, Map<String, Account> made) {
        Person person = row.arrival().person().orElseThrow();
        if (row.arrival().newOrganisation().isEmpty()) {
            return person;
        }
        String name = row.arrival().newOrganisation().get();
        Account account =
                made.computeIfAbsent(
                        name.toLowerCase(Locale.ROOT),
                        any -> new Account(organisations.keyFor(name), name, false, Set.of()));
        return person.withAccounts(List.of(account.key()));
    }

    /** Those rows of a batch that would be invited, in their order. */
    List<Judged> ready(String id, Content content) {
        return judging.judge(id, content).stream().filter(Judged::ready).toList();
    }

    /**
     * Begins to send, in the background.
     *
     * @throws Refused when somebody in it may not be brought in
     */
    void send(Person me, String id) {
        BatchRow row = batches.known(me, id);
        BringIn.requireOpen(row);
        Content content = Batches.content(row);
        List<Judged> ready = ready(id, content);
        if (ready.isEmpty()) {
            throw new BadRequest("rows", "There is nobody in it who could be invited.");
        }
        permitted(me, arriving(me, ready, content), content);
        if (!batches.go(id, BringIn.OPEN, "sending", "")) {
            throw new BadRequest("state", "It is being sent already.");
        }
        batches.progress(id, 0, ready.size());
        bringIn.work().execute(() -> run(me, id, content, ready.size()));
    }

    private void permitted(Person me, Arriving arriving, Content content) {
        for (Person person : arriving.people().values()) {
            governance.requireOnPerson(me, "create", person);
            governance.requireOnPerson(me, "invite", person);
        }
        for (Account account : arriving.step().edits().accounts()) {
            governance.requireOnPlace(me, "account", "create", account.key(), account.name());
        }
        for (Team team : arriving.step().edits().teams()) {
            governance.requireOnPlace(me, "team", "change", team.key(), team.name());
        }
        if (content.given() != null) {
            governance.requireOnDraft(
                    me,
                    content.roleAsDraft() ? "create" : "publish",
                    "new",
                    content.given().application(),
                    me.key());
        }
        terms.checkSeats(arriving.step().edits());
    }

    private void run(Person me, String id, Content content, int total) {
        try {
            int done = 0;
            List<Judged> next = first(ready(id, content));
            while (!next.isEmpty()) {
                if (!batches.find(id).state.equals("sending")) {
                    return;
                }
                take(me, id, content, next);
                done += next.size();
                batches.progress(id, done, total);
                next = first(ready(id, content));
            }
            if (content.given() != null && content.roleAsDraft()) {
                leaveDraft(me, id, content.given());
            }
            batches.go(id, List.of("sending"), "done", "");
        } catch (Refused refused) {
            failed(
                    id,
                    refused.getMessage()
                            + (refused.because().isEmpty()
                                    ? ""
                                    : " " + String.join(" ", refused.because())));
        } catch (ModelRefused refused) {
            failed(
                    id,
                    refused.problems().stream()
                            .map(Problem::message)
                            .limit(3)
                            .reduce((one, other) -> one + "; " + other)
                            .orElse("It does not fit together."));
        } catch (RuntimeException broken) {
            LOG.error("people could not be brought in", broken);
            failed(id, "Something went wrong on the way; what was done before stays. Go on again.");
        }
    }

    /** The role as a draft, once its people are there to be named in it. */
    private void leaveDraft(Person me, String id, Given given) {
        List<Person> people =
                batches.entries(id).stream()
                        .filter(one -> one.person() != null)
                        .flatMap(one -> models.directory().person(one.person()).stream())
                        .toList();
        String name =
                giving.role(given).name()
                        + " for "
                        + people.size()
                        + (people.size() == 1 ? " person" : " people")
                        + " brought in";
        drafts.create(
                given.application(),
                name,
                me.key(),
                DocumentChanges.write(giving.changes(given, people, me)));
    }

    private static List<Judged> first(List<Judged> rows) {
        return rows.subList(0, Math.min(AT_A_TIME, rows.size()));
    }

    private void failed(String id, String why) {
        batches.go(id, List.of("sending"), "failed", why);
    }

    /**
     * One transaction: people, organisations, teams, what they are given, and their invitations.
     */
    private void take(Person me, String id, Content content, List<Judged> rows) {
        Arriving[] taken = new Arriving[1];
        Map<Integer, String> outcomes = new HashMap<>();
        Map<Integer, String> keys = new HashMap<>();
        steps.take(
                () -> {
                    taken[0] = arriving(me, rows, content);
                    return taken[0].step();
                },
                By.of(me, "Brought in " + rows.size() + (rows.size() == 1 ? " person" : " people")),
                () -> {
                    taken[0].step()
                            .edits()
                            .accounts()
                            .forEach(
                                    one ->
                                            acts.note(
                                                    me.key(),
                                                    "account",
                                                    one.key(),
                                                    "set up " + one.name()));
                    for (Judged row : rows) {
                        int position = row.entry().position();
                        Person person = taken[0].people().get(position);
                        links.invite(me, person, content.note(), content.compare());
                        boolean back = row.arrival().verdict() == Verdict.CLOSED;
                        acts.note(
                                me.key(),
                                "person",
                                person.key(),
                                back ? "brought them back and invited them" : "invited them");
                        keys.put(position, person.key());
                        outcomes.put(position, back ? "brought back" : "invited");
                    }
                    batches.became(id, keys, outcomes);
                });
    }
}
