package nembar.server.bringin;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.arrival.Verdict;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.command.Needs;
import nembar.core.command.Snapshot;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.draft.Change;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.accounts.Accounts;
import nembar.server.accounts.Terms;
import nembar.server.bringin.Judging.Judged;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.document.DocumentChanges;
import nembar.server.drafts.DraftEdits;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import nembar.server.invitations.EntryLinks;
import nembar.server.model.Models;
import nembar.server.people.RoleGrants;
import nembar.server.people.RoleGrants.Given;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
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
    private final Gate gate;
    private final RoleGrants roleGrants;
    private final Accounts accounts;
    private final Terms terms;
    private final EntryLinks links;
    private final Governance governance;
    private final DraftEdits drafts;
    private final Acts acts;

    Sending(
            BringIn bringIn,
            Judging judging,
            Batches batches,
            Models models,
            Gate gate,
            RoleGrants roleGrants,
            Accounts accounts,
            Terms terms,
            EntryLinks links,
            Governance governance,
            DraftEdits drafts,
            Acts acts) {
        this.bringIn = bringIn;
        this.judging = judging;
        this.batches = batches;
        this.models = models;
        this.gate = gate;
        this.roleGrants = roleGrants;
        this.accounts = accounts;
        this.terms = terms;
        this.links = links;
        this.governance = governance;
        this.drafts = drafts;
        this.acts = acts;
    }

    /** Some rows as changes, and the people in it by the position of their row. */
    record Arriving(ChangeSet changes, Map<Integer, Person> people) {}

    /** The changes by which these rows become people, on top of what is published. */
    Arriving arriving(Snapshot now, Person me, List<Judged> rows, Content content) {
        Directory directory = now.directory();
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
                                roleGrants.changes(now, given, List.copyOf(people.values()), me));
        return new Arriving(ChangeSet.of(edits, design), people);
    }

    private Person placed(Judged row, Map<String, Account> made) {
        Person person = row.arrival().person().orElseThrow();
        if (row.arrival().newAccount().isEmpty()) {
            return person;
        }
        String name = row.arrival().newAccount().get();
        Account account =
                made.computeIfAbsent(
                        name.toLowerCase(Locale.ROOT),
                        any -> new Account(accounts.keyFor(name), name, false, Set.of()));
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
        permitted(me, arriving(models.current().snapshot(), me, ready, content), content);
        if (!batches.go(id, BringIn.OPEN, "sending", "")) {
            throw new BadRequest("state", "It is being sent already.");
        }
        batches.progress(id, 0, ready.size());
        bringIn.take(id, () -> run(me, id, content, ready.size()));
    }

    /** Goes on with what another server has left when it died. */
    @Scheduled(fixedDelayString = "${nembar.jobs.every}")
    void goOn() {
        try {
            batches.abandoned().forEach(this::goOn);
        } catch (RuntimeException away) {
            LOG.debug("no look at batches: {}", away.getMessage());
        }
    }

    private void goOn(BatchRow row) {
        if (row.state.equals("reading")) {
            batches.go(
                    row.id,
                    List.of("reading"),
                    "failed",
                    "Nembar was stopped meanwhile. Drop the file again.");
            return;
        }
        Optional<Person> author = models.directory().person(row.author).filter(Person::active);
        if (author.isEmpty()) {
            failed(row.id, "Whoever began it is not active any more.");
            return;
        }
        LOG.info("going on with batch {}", row.id);
        bringIn.take(row.id, () -> run(author.get(), row.id, Batches.content(row), row.total));
    }

    /** Found out before anything is sent; each transaction is judged for itself all the same. */
    private void permitted(Person me, Arriving arriving, Content content) {
        Edits edits = arriving.changes().directory();
        Needs.of(models.directory(), edits, me.key()).forEach(need -> governance.require(me, need));
        role(me, content).forEach(need -> governance.require(me, need));
        terms.checkSeats(edits);
    }

    private static List<Need> role(Person me, Content content) {
        if (content.given() == null) {
            return List.of();
        }
        String operation = content.roleAsDraft() ? "create" : "publish";
        return List.of(Need.onDraft(operation, "new", content.given().application(), me.key()));
    }

    private void run(Person me, String id, Content content, int total) {
        try {
            int done = 0;
            List<Judged> next = first(ready(id, content));
            while (!next.isEmpty()) {
                if (!batches.find(id).state.equals("sending") || !batches.lease(id)) {
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
                roleGrants.role(given).name()
                        + " for "
                        + people.size()
                        + (people.size() == 1 ? " person" : " people")
                        + " brought in";
        drafts.create(
                me,
                given.application(),
                name,
                DocumentChanges.write(
                        roleGrants.changes(models.current().snapshot(), given, people, me)));
    }

    private static List<Judged> first(List<Judged> rows) {
        return rows.subList(0, Math.min(AT_A_TIME, rows.size()));
    }

    private void failed(String id, String why) {
        batches.go(id, List.of("sending"), "failed", why);
    }

    /** One transaction: people, accounts, teams, what they are given, and their invitations. */
    private void take(Person me, String id, Content content, List<Judged> rows) {
        Arriving[] taken = new Arriving[1];
        gate.execute(
                Command.by(
                                me,
                                "Brought in "
                                        + rows.size()
                                        + (rows.size() == 1 ? " person" : " people"))
                        .needing(role(me, content))
                        .changing(
                                now -> {
                                    taken[0] = arriving(now, me, rows, content);
                                    terms.checkSeats(
                                            now.directory(), taken[0].changes().directory());
                                    return taken[0].changes();
                                })
                        .within(() -> sent(me, id, content, rows, taken[0]))
                        .build());
    }

    private void sent(Person me, String id, Content content, List<Judged> rows, Arriving taken) {
        Map<Integer, String> outcomes = new HashMap<>();
        Map<Integer, String> keys = new HashMap<>();
        taken.changes()
                .directory()
                .accounts()
                .forEach(one -> acts.note(me.key(), "account", one.key(), "set up " + one.name()));
        for (Judged row : rows) {
            int position = row.entry().position();
            Person person = taken.people().get(position);
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
    }
}
