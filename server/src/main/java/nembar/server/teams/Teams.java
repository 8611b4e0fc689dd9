package nembar.server.teams;

import java.time.Clock;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import nembar.core.arrival.Arrival;
import nembar.core.arrival.ArrivalField;
import nembar.core.arrival.Judge;
import nembar.core.arrival.Pasted;
import nembar.core.arrival.Placing;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.condition.Standing;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonNames;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.governance.Objection;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Slug;
import nembar.core.text.Wording;
import nembar.core.words.Telling;
import nembar.server.acts.Acts;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import nembar.server.model.Step;
import nembar.server.model.Steps.By;
import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;
import nembar.server.moves.Moves;
import nembar.server.moves.Moves.Move;
import nembar.server.sources.Sources;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Lists teams, shows and changes them. Whoever leads a team may add and remove its listed members
 * without administering anything: what its members are given was given to be led.
 */
@Service
public class Teams {
    private static final String TEAM = "team";
    private static final int MATCHES_SHOWN = 20;
    private static final int PASTE_AT_MOST = 200_000;
    private static final int SUBJECT_AT_MOST = 200;
    private static final int BODY_AT_MOST = 20_000;

    private final Models models;
    private final Moves moves;
    private final Governance governance;
    private final Sources sources;
    private final Outbox outbox;
    private final Acts acts;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Teams(
            Models models,
            Moves moves,
            Governance governance,
            Sources sources,
            Outbox outbox,
            Acts acts,
            TransactionTemplate transactions,
            Clock clock) {
        this.models = models;
        this.moves = moves;
        this.governance = governance;
        this.sources = sources;
        this.outbox = outbox;
        this.acts = acts;
        this.transactions = transactions;
        this.clock = clock;
    }

    /**
     * A team in a list.
     *
     * @param byCondition whether some of its members come by a condition
     */
    public record TeamLine(
            String key,
            String name,
            int members,
            List<String> leads,
            boolean byCondition,
            boolean mine,
            String source) {}

    public record TeamPage(List<TeamLine> teams, long total, boolean mayCreate) {}

    /**
     * @param listed whether they are named, beside or instead of meeting the condition
     */
    public record Member(
            String key,
            String name,
            String email,
            boolean external,
            String status,
            boolean lead,
            boolean listed,
            boolean matches) {}

    /**
     * A team, whole.
     *
     * @param who the condition on its members, as text; empty for none
     * @param given what its members are given, in words
     */
    public record TeamSheet(
            String key,
            String name,
            String who,
            String whoWords,
            List<Member> members,
            long total,
            List<String> given,
            boolean mayChange,
            boolean mayMembers,
            String source,
            List<Acts.Act> history) {}

    public record TeamEdit(String name, String who) {}

    /**
     * @param add keys of people who come
     * @param remove keys of people who go
     * @param lead keys of members who lead from now on
     * @param follow keys of leads who do so no longer
     */
    public record MemberEdit(
            List<String> add, List<String> remove, List<String> lead, List<String> follow) {}

    /** Who meets a condition now. */
    public record Matching(String words, int number, List<Named> first) {}

    public record Message(String subject, String body) {}

    /**
     * An address and who has it.
     *
     * @param verdict here, for somebody who could join; member, new, closed, duplicate or malformed
     */
    public record JudgedMember(int number, String email, String verdict, Optional<Named> person) {}

    TeamPage list(Person me, String search, int page, int size) {
        Directory directory = models.directory();
        Predicate<String> visible = governance.mayOnPlaces(me, TEAM, "view");
        String wanted = search.strip().toLowerCase(Locale.ROOT);
        List<TeamLine> found =
                directory.teams().stream()
                        .filter(one -> visible.test(one.key()) || one.leads().contains(me.key()))
                        .filter(one -> one.name().toLowerCase(Locale.ROOT).contains(wanted))
                        .map(
                                one ->
                                        new TeamLine(
                                                one.key(),
                                                one.name(),
                                                directory.membersOf(Set.of(one.key())).size(),
                                                names(directory, one.leads()),
                                                one.who().isPresent(),
                                                one.leads().contains(me.key()),
                                                source(one)))
                        .sorted(Comparator.comparing(one -> one.name().toLowerCase(Locale.ROOT)))
                        .toList();
        return new TeamPage(
                found.stream().skip((long) page * size).limit(size).toList(),
                found.size(),
                governance.mayOnPlace(me, TEAM, "create", "new"));
    }

    private String source(Team team) {
        return sources.originOf(Sources.TEAM, team.key())
                .flatMap(one -> sources.find(one.source()))
                .map(Sources.Source::name)
                .orElse("");
    }

    private static List<String> names(Directory directory, Set<String> keys) {
        return keys.stream().map(key -> directory.personNames().getOrDefault(key, key)).toList();
    }

    private Team known(String key) {
        return models.directory()
                .team(key)
                .orElseThrow(() -> new NotFound(TEAM, "There is no such team."));
    }

    TeamSheet sheet(Person me, String key, int page, int size) {
        Team team = known(key);
        if (!leads(me, team)) {
            governance.requireOnPlace(me, TEAM, "view", key, team.name());
        }
        Directory directory = models.directory();
        Set<String> matching =
                directory
                        .with(Edits.ofTeams(List.of(team.withMembers(Set.of(), Set.of()))))
                        .membersOf(Set.of(key));
        List<Member> members =
                directory.membersOf(Set.of(key)).stream()
                        .flatMap(one -> directory.person(one).stream())
                        .map(
                                one ->
                                        new Member(
                                                one.key(),
                                                one.name(),
                                                one.email(),
                                                one.external(),
                                                one.status().name().toLowerCase(Locale.ROOT),
                                                team.leads().contains(one.key()),
                                                team.members().contains(one.key()),
                                                matching.contains(one.key())))
                        .sorted(
                                Comparator.<Member, Boolean>comparing(one -> !one.lead())
                                        .thenComparing(Member::name))
                        .toList();
        return new TeamSheet(
                key,
                team.name(),
                team.who().map(Condition::text).orElse(""),
                team.who().map(this::words).orElse(""),
                members.stream().skip((long) page * size).limit(size).toList(),
                members.size(),
                given(team),
                governance.mayOnPlace(me, TEAM, "change", key),
                mayMembers(me, team),
                source(team),
                acts.on(TEAM, key, 30).stream()
                        .map(
                                one ->
                                        new Acts.Act(
                                                one.at(),
                                                directory
                                                        .personNames()
                                                        .getOrDefault(one.actor(), one.actor()),
                                                one.words()))
                        .toList());
    }

    private String words(Condition who) {
        return who.words(PersonNames.ofTeams(models.directory().attributes()));
    }

    /** What assignments give to the team by name. */
    private List<String> given(Team team) {
        Set<String> given = new LinkedHashSet<>();
        for (AccessModel model : models.all()) {
            model.design().assignments().stream()
                    .filter(one -> one.audience().of().contains(new Audience.OneTeam(team.key())))
                    .forEach(
                            one ->
                                    given.add(
                                            new Telling(
                                                            model,
                                                            Standpoint.of(
                                                                    model.directory()
                                                                            .people()
                                                                            .get(0),
                                                                    clock.instant()))
                                                    .assignment(one)));
        }
        return List.copyOf(given);
    }

    private static boolean leads(Person me, Team team) {
        return team.leads().contains(me.key());
    }

    private boolean mayMembers(Person me, Team team) {
        boolean owned = !source(team).isEmpty();
        return !owned && (leads(me, team) || governance.mayOnPlace(me, TEAM, "change", team.key()));
    }

    String create(Person me, TeamEdit edit) {
        String name = name(edit);
        String key = Slug.of(name, TEAM, taken -> models.directory().team(taken).isPresent());
        governance.requireOnPlace(me, TEAM, "create", key, name);
        Team team = new Team(key, name, Set.of(), Set.of(), who(edit));
        moves.move(
                Move.of(
                        By.of(me, "New team " + name),
                        () -> Step.of(Edits.ofTeams(List.of(team))),
                        () -> acts.note(me.key(), TEAM, key, "set up " + name)),
                Intent.make(me));
        return key;
    }

    Consequence change(Intent intent, String key, TeamEdit edit) {
        Person me = intent.author();
        Team now = known(key);
        governance.requireOnPlace(me, TEAM, "change", key, now.name());
        byHand(now);
        String name = name(edit);
        Optional<Condition> who = who(edit);
        String words =
                now.who().equals(who)
                        ? "renamed it from " + now.name()
                        : "set who is in it to "
                                + who.map(this::words).orElse("those listed alone");
        return moves.move(
                Move.of(
                        By.of(me, "Change the team " + name),
                        () -> {
                            Team latest = known(key);
                            return Step.of(
                                    Edits.ofTeams(
                                            List.of(
                                                    new Team(
                                                            key,
                                                            name,
                                                            latest.members(),
                                                            latest.leads(),
                                                            who))));
                        },
                        () -> acts.note(me.key(), TEAM, key, words)),
                intent);
    }

    Consequence remove(Intent intent, String key) {
        Person me = intent.author();
        Team team = known(key);
        governance.requireOnPlace(me, TEAM, "delete", key, team.name());
        byHand(team);
        return moves.move(
                Move.of(
                        By.of(me, "Remove the team " + team.name()),
                        () -> Step.of(Edits.withoutTeam(key)),
                        () -> acts.note(me.key(), TEAM, key, "removed " + team.name())),
                intent);
    }

    Consequence members(Intent intent, String key, MemberEdit edit) {
        Person me = intent.author();
        Team now = known(key);
        boolean leading = leads(me, now);
        boolean administers = governance.mayOnPlace(me, TEAM, "change", key);
        if (!leading && !administers) {
            governance.requireOnPlace(me, TEAM, "change", key, now.name());
        }
        byHand(now);
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
                objection -> leading && !administers && objection.rule() == Rule.NO_RAISING;
        String words = words(add, remove, edit);
        return moves.move(
                Move.of(
                        By.of(me, now.name() + ": " + words).waiving(waived),
                        () -> Step.of(Edits.ofTeams(List.of(edited(known(key), edit)))),
                        () -> {
                            acts.note(me.key(), TEAM, key, words);
                            acts.noteAll(me.key(), "person", add, "added them to " + now.name());
                            acts.noteAll(
                                    me.key(), "person", remove, "took them out of " + now.name());
                        }),
                intent);
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

    private String words(List<String> add, List<String> remove, MemberEdit edit) {
        List<String> words = new ArrayList<>();
        said("added ", add, words);
        said("took out ", remove, words);
        said("made lead: ", given(edit.lead()), words);
        said("no longer lead: ", given(edit.follow()), words);
        return Wording.and(words);
    }

    private void said(String lead, List<String> keys, List<String> words) {
        if (!keys.isEmpty()) {
            words.add(
                    lead
                            + (keys.size() > 3
                                    ? keys.size() + " people"
                                    : Wording.and(names(models.directory(), new TreeSet<>(keys)))));
        }
    }

    private static List<String> given(List<String> keys) {
        return keys == null ? List.of() : keys;
    }

    private void byHand(Team team) {
        String source = source(team);
        if (!source.isEmpty()) {
            throw new Refused(
                    source + " has the say of this team.",
                    List.of("Change it there; it arrives here by itself."));
        }
    }

    /**
     * Who meets a condition now, before anything is saved.
     *
     * @throws ConditionRefused when it cannot be read or names what is not there
     */
    Matching matching(Person me, String who) {
        governance.requireOnPlace(me, TEAM, "change", "any", "teams");
        Condition condition = condition(who);
        Directory directory = models.directory();
        Team trial = new Team("trial", "Trial", Set.of(), Set.of(), Optional.of(condition));
        List<Person> found =
                directory.with(Edits.ofTeams(List.of(trial))).membersOf(Set.of("trial")).stream()
                        .flatMap(key -> directory.person(key).stream())
                        .filter(one -> one.status() != PersonStatus.CLOSED)
                        .toList();
        return new Matching(
                words(condition),
                found.size(),
                found.stream()
                        .limit(MATCHES_SHOWN)
                        .map(one -> new Named(one.key(), one.name()))
                        .toList());
    }

    private Condition condition(String text) {
        try {
            Condition condition = Condition.ofText(text);
            condition.check(PersonNames.ofTeams(models.directory().attributes()), Standing.OPENS);
            return condition;
        } catch (ConditionRefused refused) {
            throw new BadRequest("who", refused.getMessage());
        }
    }

    private Optional<Condition> who(TeamEdit edit) {
        return Optional.ofNullable(edit.who()).filter(text -> !text.isBlank()).map(this::condition);
    }

    private static String name(TeamEdit edit) {
        if (edit.name() == null || edit.name().isBlank()) {
            throw new BadRequest("name", "Give the team a name.");
        }
        return edit.name().strip();
    }

    /**
     * Rows of addresses, judged: who could join by them.
     *
     * @throws BadRequest for nothing or too much
     */
    List<JudgedMember> judge(Person me, String key, String text) {
        Team team = known(key);
        if (!leads(me, team)) {
            governance.requireOnPlace(me, TEAM, "change", key, team.name());
        }
        if (text == null || text.isBlank() || text.length() > PASTE_AT_MOST) {
            throw new BadRequest("text", "Paste one address or more, at most 200 000 letters.");
        }
        List<Map<String, String>> rows =
                Pasted.read(text).stream()
                        .filter(one -> one.address().indexOf('@') >= 0)
                        .map(one -> Map.of(ArrivalField.EMAIL.key(), one.address()))
                        .toList();
        List<Arrival> judged =
                new Judge(models.directory(), Map.of(), Placing.NOWHERE, ZoneOffset.UTC)
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
        return member ? "member" : arrival.verdict().name().toLowerCase(Locale.ROOT);
    }

    /**
     * Writes to all active members.
     *
     * @return how many messages are on their way
     */
    int message(Person me, String key, Message message) {
        Team team = known(key);
        if (!leads(me, team)) {
            governance.requireOnPlace(me, TEAM, "change", key, team.name());
        }
        String subject = message.subject() == null ? "" : message.subject().strip();
        String body = message.body() == null ? "" : message.body().strip();
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
