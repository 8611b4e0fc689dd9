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
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Unit;
import nembar.core.text.Slug;
import nembar.server.acts.Acts;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.model.Step;
import nembar.server.model.Steps.By;
import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;
import nembar.server.moves.Moves;
import nembar.server.moves.Moves.Move;
import org.springframework.stereotype.Service;

/** Shows the tree of units and rearranges it. */
@Service
class Units {
    private static final String UNIT = "unit";

    private final Models models;
    private final Moves moves;
    private final Governance governance;
    private final Acts acts;

    Units(Models models, Moves moves, Governance governance, Acts acts) {
        this.models = models;
        this.moves = moves;
        this.governance = governance;
        this.acts = acts;
    }

    /**
     * A unit; those below come after it in the list.
     *
     * @param depth 0 for one that is part of nothing
     * @param people who sit in it themselves and are not closed
     * @param below the same with everybody below
     */
    record UnitLine(
            String key, String name, Optional<String> parent, int depth, int people, int below) {}

    record UnitTree(List<UnitLine> units, boolean mayChange) {}

    /** One unit of a new order. A key that is not known yet makes a new one. */
    record Placed(String key, String name, String parent) {}

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
        Map<Optional<String>, List<Unit>> children = new HashMap<>();
        directory
                .units()
                .forEach(
                        one ->
                                children.computeIfAbsent(one.parent(), any -> new ArrayList<>())
                                        .add(one));
        children.getOrDefault(Optional.<String>empty(), List.of())
                .forEach(one -> below(children, one, 0, seated, lines));
        return new UnitTree(
                lines.stream().filter(one -> visible.test(one.key())).toList(),
                directory.units().stream().anyMatch(one -> changed.test(one.key())));
    }

    private static int below(
            Map<Optional<String>, List<Unit>> children,
            Unit unit,
            int depth,
            Map<String, Integer> seated,
            List<UnitLine> lines) {
        int own = seated.getOrDefault(unit.key(), 0);
        int place = lines.size();
        lines.add(null);
        int all = own;
        for (Unit other : children.getOrDefault(Optional.of(unit.key()), List.of())) {
            all += below(children, other, depth + 1, seated, lines);
        }
        lines.set(place, new UnitLine(unit.key(), unit.name(), unit.parent(), depth, own, all));
        return all;
    }

    Consequence arrange(Intent intent, Order order) {
        Person author = intent.author();
        Directory directory = models.directory();
        List<Unit> units = new ArrayList<>();
        Map<String, String> words = new HashMap<>();
        Map<String, String> newKeys = new HashMap<>();
        Set<String> taken = new HashSet<>(directory.unitNames().keySet());
        List<Placed> wanted = order.units();
        for (Placed one : wanted) {
            if (one.name() == null || one.name().isBlank()) {
                throw new BadRequest("name", "Give the unit a name.");
            }
            if (directory.unit(one.key()).isEmpty()) {
                String key = Slug.of(one.name(), UNIT, taken::contains);
                taken.add(key);
                newKeys.put(one.key(), key);
            }
        }
        for (Placed one : wanted) {
            Optional<String> parent =
                    Optional.ofNullable(one.parent())
                            .filter(key -> !key.isBlank())
                            .map(key -> newKeys.getOrDefault(key, key));
            Unit unit =
                    new Unit(
                            newKeys.getOrDefault(one.key(), one.key()), one.name().strip(), parent);
            Optional<Unit> now = directory.unit(unit.key());
            governance.requireOnPlace(
                    author, UNIT, now.isEmpty() ? "create" : "change", unit.key(), unit.name());
            units.add(unit);
            words.put(unit.key(), words(directory, now, unit));
        }
        Set<String> gone = new LinkedHashSet<>(order.gone());
        for (String key : gone) {
            String name = directory.unitNames().getOrDefault(key, key);
            governance.requireOnPlace(author, UNIT, "delete", key, name);
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
        return moves.move(
                Move.of(
                        By.of(author, "Rearrange the units"),
                        () -> Step.of(Edits.ofUnits(units, gone)),
                        () ->
                                words.forEach(
                                        (key, said) -> acts.note(author.key(), UNIT, key, said))),
                intent);
    }

    private static String words(Directory directory, Optional<Unit> now, Unit next) {
        String parent =
                next.parent()
                        .map(key -> directory.unitNames().getOrDefault(key, key))
                        .orElse("nothing");
        if (now.isEmpty()) {
            return "set up " + next.name() + " below " + parent;
        }
        return now.get().parent().equals(next.parent())
                ? "renamed it from " + now.get().name()
                : "moved it below " + parent;
    }
}
