package nembar.server.units;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.command.ChangeSet;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Unit;
import nembar.core.text.Slug;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Judgement;
import nembar.server.command.Preview;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.store.ElementRef;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Service;

/** Shows the tree of units and rearranges it. */
@Service
class Units {
    private static final String UNIT = "unit";

    private final Models models;
    private final Submissions submissions;
    private final Governance governance;
    private final ModelStore store;
    private final Acts acts;

    Units(
            Models models,
            Submissions submissions,
            Governance governance,
            ModelStore store,
            Acts acts) {
        this.models = models;
        this.submissions = submissions;
        this.governance = governance;
        this.store = store;
        this.acts = acts;
    }

    /**
     * A unit; those below come after it in the list.
     *
     * @param depth 0 for one that is part of nothing
     * @param people who sit in it themselves and are not closed
     * @param below the same with everybody below
     * @param version what it must still be when it is changed
     */
    record UnitLine(
            String key,
            String name,
            Optional<String> parent,
            int depth,
            int people,
            int below,
            long version) {}

    record UnitTree(List<UnitLine> units, boolean mayChange) {}

    /**
     * One unit of a new order. A key that is not known yet makes a new one.
     *
     * @param version the version that was seen; -1 for a new one
     */
    record Placed(String key, String name, String parent, long version) {}

    /**
     * A new order of the tree.
     *
     * @param units those that are new or changed; the others stay
     * @param gone keys of those that are taken away
     */
    record Order(List<Placed> units, List<String> gone) {
        Order {
            units = units == null ? List.of() : List.copyOf(units);
            gone = gone == null ? List.of() : List.copyOf(gone);
        }
    }

    UnitTree tree(Person asking) {
        Directory directory = models.directory();
        Predicate<String> visible = governance.mayOnPlaces(asking, UNIT, "view");
        Predicate<String> changed = governance.mayOnPlaces(asking, UNIT, "change");
        Map<String, Integer> seated = new HashMap<>();
        directory.people().stream()
                .filter(one -> one.status() != PersonStatus.CLOSED)
                .forEach(one -> one.unit().ifPresent(unit -> seated.merge(unit, 1, Integer::sum)));
        List<UnitLine> lines = new ArrayList<>();
        Map<String, Long> versions = store.versionsOf(UNIT, directory.unitNames().keySet());
        Map<Optional<String>, List<Unit>> children = new HashMap<>();
        directory
                .units()
                .forEach(
                        one ->
                                children.computeIfAbsent(one.parent(), any -> new ArrayList<>())
                                        .add(one));
        children.getOrDefault(Optional.<String>empty(), List.of())
                .forEach(one -> below(children, one, 0, seated, versions, lines));
        return new UnitTree(
                lines.stream().filter(one -> visible.test(one.key())).toList(),
                directory.units().stream().anyMatch(one -> changed.test(one.key())));
    }

    private static int below(
            Map<Optional<String>, List<Unit>> children,
            Unit unit,
            int depth,
            Map<String, Integer> seated,
            Map<String, Long> versions,
            List<UnitLine> lines) {
        int own = seated.getOrDefault(unit.key(), 0);
        int place = lines.size();
        lines.add(null);
        int all = own;
        for (Unit other : children.getOrDefault(Optional.of(unit.key()), List.of())) {
            all += below(children, other, depth + 1, seated, versions, lines);
        }
        lines.set(
                place,
                new UnitLine(
                        unit.key(),
                        unit.name(),
                        unit.parent(),
                        depth,
                        own,
                        all,
                        versions.getOrDefault(unit.key(), 0L)));
        return all;
    }

    Preview arrange(Submission submission, Order order) {
        Person author = submission.author();
        Command.Builder command =
                Command.by(author, "Rearrange the units")
                        .changing(now -> ChangeSet.of(arranged(now.directory(), order)))
                        .within(judgement -> note(author, judgement));
        for (Placed one : order.units()) {
            if (one.key() == null) {
                throw new BadRequest(
                        "key", "Give each unit its key; a new one any that no other has.");
            }
            command.seen(new ElementRef(UNIT, one.key()), one.version());
        }
        return submissions.submit(submission, command);
    }

    private void note(Person author, Judgement judgement) {
        Directory before = judgement.before().directory();
        Directory after = judgement.next().directory();
        for (Unit one : judgement.changes().directory().units()) {
            acts.note(author.key(), UNIT, one.key(), words(after, before.unit(one.key()), one));
        }
    }

    private static Edits arranged(Directory directory, Order order) {
        List<Unit> units = new ArrayList<>();
        Map<String, String> newKeys = new HashMap<>();
        Set<String> taken = new HashSet<>(directory.unitNames().keySet());
        for (Placed one : order.units()) {
            if (one.name() == null || one.name().isBlank()) {
                throw new BadRequest("name", "Give the unit a name.");
            }
            if (directory.unit(one.key()).isEmpty()) {
                String key = Slug.of(one.name(), UNIT, taken::contains);
                taken.add(key);
                newKeys.put(one.key(), key);
            }
        }
        for (Placed one : order.units()) {
            Optional<String> parent =
                    Optional.ofNullable(one.parent())
                            .filter(key -> !key.isBlank())
                            .map(key -> newKeys.getOrDefault(key, key));
            units.add(
                    new Unit(
                            newKeys.getOrDefault(one.key(), one.key()),
                            one.name().strip(),
                            parent));
        }
        Set<String> gone = new LinkedHashSet<>(order.gone());
        for (String key : gone) {
            String name = directory.unitName(key);
            long people = directory.peopleIn(Set.of(key)).size();
            if (people > 0) {
                throw new BadRequest(
                        "gone",
                        people
                                + (people == 1 ? " person sits in " : " people sit in ")
                                + name
                                + ". Place them elsewhere first.");
            }
        }
        return Edits.ofUnits(units, gone);
    }

    private static String words(Directory directory, Optional<Unit> now, Unit next) {
        String parent = next.parent().map(key -> directory.unitName(key)).orElse("nothing");
        if (now.isEmpty()) {
            return "set up " + next.name() + " below " + parent;
        }
        return now.get().parent().equals(next.parent())
                ? "renamed it from " + now.get().name()
                : "moved it below " + parent;
    }
}
