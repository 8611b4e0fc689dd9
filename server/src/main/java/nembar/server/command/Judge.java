package nembar.server.command;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.catalogue.Application;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.command.Needs;
import nembar.core.command.Snapshot;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.governance.Administrators;
import nembar.core.governance.Author;
import nembar.core.governance.HandOverRules;
import nembar.core.governance.Objection;
import nembar.core.governance.SeatRules;
import nembar.core.governance.SignInRules;
import nembar.core.governance.StandingRules;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.server.governance.Governance;
import nembar.server.history.Actor;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.RecordSources;
import nembar.server.records.Records;
import org.springframework.stereotype.Component;

/**
 * Judges commands, looked at or executed: whether what comes of them is whole, whether the one who
 * acts has the permissions, what the standing rules say, and which expectations would break.
 */
@Component
class Judge {
    private final Governance governance;
    private final Ownership ownership;
    private final Records records;
    private final RecordSources sources;
    private final Moments moments;
    private final Clock clock;

    Judge(
            Governance governance,
            Ownership ownership,
            Records records,
            RecordSources sources,
            Moments moments,
            Clock clock) {
        this.moments = moments;
        this.governance = governance;
        this.ownership = ownership;
        this.records = records;
        this.sources = sources;
        this.clock = clock;
    }

    /**
     * @param expectations whether expectations of directory changes are looked at too
     * @throws ModelRefused when what comes of it is not whole
     * @throws Refused when the one who acts has not the permissions
     */
    Judgement judge(Command command, Snapshot now, boolean expectations) {
        ChangeSet changes = command.changes(now);
        Snapshot next = now.with(changes);
        Instant at = command.at().orElseGet(clock::instant);
        Actor actor = command.actor();
        if (actor.program()) {
            return new Judgement(changes, now, next, List.of(), List.of(), List.of(), at, Map.of());
        }
        ongoing(changes, now);
        tables(changes, next);
        permitted(command, changes, now);
        readable(command, changes, now, next);
        List<Objection> objections =
                objections(command, changes, now, next, at).stream()
                        .filter(one -> !command.waives(one))
                        .distinct()
                        .toList();
        Set<String> proved = new LinkedHashSet<>(changes.applications().keySet());
        if (expectations && !changes.directory().none()) {
            proved.addAll(next.models().keySet());
        }
        List<Proof> proofs = new ArrayList<>();
        List<Proof> broken = new ArrayList<>();
        for (String key : proved) {
            List<Proof> some = proofs(key, now, next, at);
            proofs.addAll(some);
            broken.addAll(broken(key, some, now, at));
        }
        return new Judgement(changes, now, next, objections, proofs, broken, at, Map.of());
    }

    /** Of an application that was taken away only the history is left. */
    private static void ongoing(ChangeSet changes, Snapshot now) {
        for (String key : changes.applications().keySet()) {
            Optional<Application> ended =
                    now.find(key)
                            .map(AccessModel::application)
                            .filter(one -> one.state() == Application.State.ENDED);
            if (ended.isPresent()) {
                throw new Refused(
                        ended.get().name() + " was taken away.",
                        List.of("Nothing of it can be changed; its history can be read."));
            }
        }
    }

    /** Only tables of schemas that are the application's. */
    private void tables(ChangeSet changes, Snapshot next) {
        changes.applications()
                .forEach(
                        (key, of) -> {
                            if (of.governs()) {
                                sources.requireOwnTables(next.models().get(key));
                            }
                        });
    }

    private void permitted(Command command, ChangeSet changes, Snapshot now) {
        Actor actor = command.actor();
        Set<Need> needs = new LinkedHashSet<>(command.needs());
        needs.addAll(Needs.of(now.directory(), changes.directory(), actor.person()));
        changes.applications()
                .forEach(
                        (key, of) -> {
                            if (of.governs() && now.find(key).isPresent()) {
                                needs.add(Need.onApplication("change", key));
                            }
                        });
        for (Need need : needs) {
            String right = need.type().equals("team") ? "teams" : need.operation();
            if (actor.source() && !actor.rights().contains(right)) {
                throw new Refused(
                        "The source " + actor.name() + " was not given the right to do this.",
                        List.of("It would " + need.operation() + " " + need.name() + "."));
            }
            governance.require(actor.acting(), need);
        }
        ownership.require(actor, now.directory(), changes.directory());
    }

    /** A condition uses only fields that whoever writes it may view. */
    private void readable(Command command, ChangeSet changes, Snapshot now, Snapshot next) {
        Set<Person> writers = new LinkedHashSet<>();
        writers.add(command.actor().acting());
        command.edited().forEach(one -> writers.add(one.writer()));
        for (String key : changes.applications().keySet()) {
            now.find(key)
                    .ifPresent(
                            was ->
                                    governance.requireReadable(
                                            writers,
                                            was,
                                            was.design(),
                                            next.models().get(key).design()));
        }
    }

    private List<Objection> objections(
            Command command, ChangeSet changes, Snapshot now, Snapshot next, Instant at) {
        Actor actor = command.actor();
        AccessModel nembar = now.models().get(Models.NEMBAR);
        Set<String> own = new HashSet<>(actor.own());
        command.edited().forEach(one -> own.add(one.writer().key()));
        Author author = new Author(actor.acting(), own);
        // Whoever publishes what others wrote has given their word for it.
        Set<String> approvers = new HashSet<>(command.approvers());
        approvers.add(actor.person());
        List<Objection> objections = new ArrayList<>();
        List<Person> people = new ArrayList<>(command.onSignIn());
        people.addAll(Needs.onSignIn(now.directory(), changes.directory()));
        objections.addAll(SignInRules.of(nembar, now.all(), people, author, approvers, at));
        command.handingOver()
                .ifPresent(
                        what -> objections.addAll(handingOver(what, now, author, approvers, at)));
        if (changes.none()) {
            return objections;
        }
        objections.addAll(against(nembar, changes, now, next, author, approvers, at));
        for (Command.Edited one : command.edited()) {
            if (!one.writer().key().equals(actor.person())) {
                objections.addAll(ofWriter(nembar, one, now, next, approvers, actor, at));
            }
        }
        objections.addAll(seats(changes, now, next, at));
        objections.addAll(
                Administrators.neverNobody(next.models().get(Models.NEMBAR), next.all(), at));
        return objections;
    }

    private static List<Objection> seats(
            ChangeSet changes, Snapshot now, Snapshot next, Instant at) {
        List<Objection> objections = new ArrayList<>();
        for (AccessModel model : now.all()) {
            String key = model.application().key();
            if (!changes.directory().none() || changes.applications().containsKey(key)) {
                objections.addAll(SeatRules.of(model, next.models().get(key), at));
            }
        }
        return objections;
    }

    private List<Objection> handingOver(
            HandingOver what, Snapshot now, Author author, Set<String> approvers, Instant at) {
        List<Objection> objections = new ArrayList<>();
        what.types()
                .forEach(
                        (key, types) ->
                                objections.addAll(
                                        HandOverRules.of(
                                                now.models().get(Models.NEMBAR),
                                                now.models().get(key),
                                                what.from(),
                                                what.to(),
                                                types,
                                                author,
                                                approvers,
                                                at,
                                                records.counting(key))));
        return objections;
    }

    /** What one writer wrote is held against their own rights, the publisher's word besides. */
    private List<Objection> ofWriter(
            AccessModel nembar,
            Command.Edited edited,
            Snapshot now,
            Snapshot next,
            Set<String> approvers,
            Actor publisher,
            Instant at) {
        Set<String> words = new HashSet<>(approvers);
        words.add(publisher.person());
        Author writer = Author.of(edited.writer());
        try {
            return against(
                    nembar, edited.changes(), now, now.with(edited.changes()), writer, words, at);
        } catch (ModelRefused alone) {
            // It does not stand without what others wrote: then all of it counts as theirs.
            return against(nembar, edited.changes(), now, next, writer, words, at);
        }
    }

    private List<Objection> against(
            AccessModel nembar,
            ChangeSet changes,
            Snapshot now,
            Snapshot next,
            Author author,
            Set<String> approvers,
            Instant at) {
        boolean placed = places(now.directory(), changes.directory());
        List<Objection> objections = new ArrayList<>();
        for (AccessModel model : now.all()) {
            String key = model.application().key();
            if (placed || changes.applications().containsKey(key)) {
                Moment was = moments.of(model, at);
                Moment is = was.with(next.models().get(key));
                objections.addAll(StandingRules.of(nembar, was, is, author, approvers));
            }
        }
        return objections;
    }

    /**
     * Whether edits can move anybody's access, everybody counted as if they were active. A team
     * without members gives nobody anything, nor does an account that is chosen by no tag.
     */
    private static boolean places(Directory now, Edits edits) {
        return edits.people().stream()
                        .anyMatch(
                                one ->
                                        now.person(one.key())
                                                .filter(was -> alike(was, one))
                                                .isEmpty())
                || edits.teams().stream()
                        .anyMatch(
                                one ->
                                        now.team(one.key())
                                                .map(was -> !alike(was, one))
                                                .orElse(
                                                        !one.members().isEmpty()
                                                                || one.who().isPresent()))
                || edits.units().stream()
                        .anyMatch(
                                one ->
                                        now.unit(one.key())
                                                .map(Unit::parent)
                                                .filter(one.parent()::equals)
                                                .isEmpty())
                || edits.accounts().stream()
                        .anyMatch(
                                one ->
                                        now.account(one.key())
                                                .map(was -> !was.tags().equals(one.tags()))
                                                .orElse(one.own() || !one.tags().isEmpty()))
                || edits.attributes().filter(some -> !some.equals(now.attributes())).isPresent()
                || !edits.goneAccounts().isEmpty()
                || !edits.goneUnits().isEmpty()
                || !edits.goneTeams().isEmpty();
    }

    private static boolean alike(Person was, Person is) {
        return was.kind() == is.kind()
                && was.accounts().equals(is.accounts())
                && was.unit().equals(is.unit())
                && was.manager().equals(is.manager())
                && was.attributes().equals(is.attributes());
    }

    private static boolean alike(Team was, Team is) {
        return was.members().equals(is.members())
                && was.leads().equals(is.leads())
                && was.who().equals(is.who());
    }

    /** How the expectations of an application would stand; none where it stays as it is. */
    private List<Proof> proofs(String application, Snapshot now, Snapshot next, Instant at) {
        AccessModel is = next.models().get(application);
        if (now.find(application).filter(was -> was != is).isEmpty()) {
            return List.of();
        }
        Moment after = moments.of(now.models().get(application), at).with(is);
        Counting counting = records.counting(application);
        return is.design().expectations().stream()
                .map(one -> Proof.of(after, one, counting))
                .toList();
    }

    /** Those of them that hold now and would not any more. */
    private List<Proof> broken(String application, List<Proof> proofs, Snapshot now, Instant at) {
        List<Proof> failing = proofs.stream().filter(proof -> !proof.holds()).toList();
        if (failing.isEmpty()) {
            return List.of();
        }
        Moment before = moments.of(now.models().get(application), at);
        Counting counting = records.counting(application);
        return failing.stream()
                .filter(proof -> Proof.of(before, proof.expectation(), counting).holds())
                .toList();
    }
}
