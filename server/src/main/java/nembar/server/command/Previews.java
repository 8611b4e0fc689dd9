package nembar.server.command;

import java.time.Instant;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.answers.Counting;
import nembar.core.answers.Difference;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.command.Snapshot;
import nembar.core.design.SeatPool;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.governance.Objection;
import nembar.core.governance.SeatRules;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Problem;
import nembar.server.command.Preview.Moved;
import nembar.server.command.Preview.PreviewLine;
import nembar.server.governance.Governance;
import org.springframework.stereotype.Service;

/** Shows what a command would change, counted in records, and what stands against it. */
@Service
public class Previews {
    /** More people than these are counted as people, and their records are not. */
    private static final int COUNTED_AT_MOST = 30;

    private final Gate gate;
    private final Objections objections;
    private final Governance governance;

    Previews(Gate gate, Objections objections, Governance governance) {
        this.gate = gate;
        this.objections = objections;
        this.governance = governance;
    }

    /** What the command would come to, counted as far as whoever acts may be told. */
    public Preview of(Command command) {
        Judgement judgement;
        try {
            judgement = gate.judge(command);
        } catch (ModelRefused refused) {
            return impossible(command, refused);
        }
        Snapshot before = judgement.before();
        Snapshot next = judgement.next();
        boolean asIfActive = !aboutActivity(before.directory(), judgement.changes().directory());
        Set<String> people = new LinkedHashSet<>();
        List<Moved> moved = new ArrayList<>();
        List<String> told = new ArrayList<>(command.warnings());
        Person asking = command.actor().acting();
        Predicate<Person> visible = governance.mayView(asking);
        Predicate<Person> comes = one -> before.directory().person(one.key()).isEmpty();
        next.models()
                .forEach(
                        (application, model) -> {
                            AccessModel was = before.models().get(application);
                            if (was != null && was != model) {
                                seats(was, model, judgement.at(), told);
                                Moment now = new Moment(was, judgement.at(), asIfActive);
                                Impact impact = Impact.of(now, now.with(model));
                                impact.people()
                                        .forEach(one -> people.add(one.persona().person().key()));
                                moved.addAll(
                                        counted(
                                                model,
                                                impact,
                                                visible.or(comes),
                                                governance.counting(asking, was)));
                            }
                        });
        judgement
                .brokenNames()
                .forEach(name -> told.add("An expectation would be broken: " + name + "."));
        return told(people.size(), moved, judgement.objections(), told);
    }

    /** Where seats are taken: how many would be in use then. */
    private static void seats(AccessModel was, AccessModel is, Instant at, List<String> told) {
        for (SeatRules.Taken one : SeatRules.taken(was, is, at)) {
            boolean refused =
                    one.pool().whenUsedUp() == SeatPool.WhenUsedUp.REFUSE
                            && one.after() > one.agreed();
            if (one.after() > one.before() && !refused) {
                String over = one.after() > one.agreed() ? ", more than there are" : "";
                told.add(
                        "It would take "
                                + one.after()
                                + " of the "
                                + one.agreed()
                                + " seats of "
                                + one.pool().name()
                                + over
                                + ".");
            }
        }
    }

    /** What stands against the command, and who could lift it; nothing is counted. */
    public Preview against(Command command) {
        try {
            return told(0, List.of(), gate.objections(command), command.warnings());
        } catch (ModelRefused refused) {
            return impossible(command, refused);
        }
    }

    private Preview told(
            int people, List<Moved> moved, List<Objection> against, List<String> warnings) {
        return new Preview(
                people,
                moved,
                against.stream().map(objections::said).toList(),
                warnings,
                objections.named(objections.approvers(against)),
                false);
    }

    private static Preview impossible(Command command, ModelRefused refused) {
        return new Preview(
                0,
                List.of(),
                refused.problems().stream().map(Problem::message).distinct().toList(),
                command.warnings(),
                List.of(),
                false);
    }

    /** Whether the edits make somebody active or inactive; otherwise everybody counts as active. */
    private static boolean aboutActivity(Directory now, Edits edits) {
        return edits.people().stream()
                        .anyMatch(
                                one ->
                                        now.person(one.key())
                                                .filter(was -> was.active() != one.active())
                                                .isPresent())
                || edits.accounts().stream()
                        .anyMatch(
                                one ->
                                        now.account(one.key())
                                                .filter(
                                                        was ->
                                                                was.pending() != one.pending()
                                                                        || !was.ends()
                                                                                .equals(one.ends()))
                                                .isPresent());
    }

    private List<Moved> counted(
            AccessModel model, Impact impact, Predicate<Person> visible, Counting counting) {
        List<Impact.OfPerson> some =
                impact.people().stream()
                        .filter(one -> visible.test(one.persona().person()))
                        .limit(COUNTED_AT_MOST)
                        .toList();
        Map<Persona, Map<String, PreviewLine>> lines = new IdentityHashMap<>();
        some.forEach(one -> lines.put(one.persona(), new LinkedHashMap<>()));
        new Impact(some)
                .counted(counting, 0)
                .forEach(
                        line ->
                                lines.get(line.persona())
                                        .merge(
                                                what(line),
                                                new PreviewLine(
                                                        what(line),
                                                        guarded(model, line),
                                                        opens(line),
                                                        line.gained().told(),
                                                        line.lost().told(),
                                                        withheld(line),
                                                        Optional.empty()),
                                                Previews::wider));
        List<Moved> moved = new ArrayList<>();
        some.forEach(
                one -> {
                    List<PreviewLine> all = new ArrayList<>(lines.get(one.persona()).values());
                    one.difference().functions().stream().map(Previews::function).forEach(all::add);
                    if (!all.isEmpty()) {
                        Person person = one.persona().person();
                        moved.add(
                                new Moved(
                                        person.key(),
                                        person.name(),
                                        person.external(),
                                        model.application().name(),
                                        one.persona()
                                                .account()
                                                .map(key -> model.directory().accountName(key)),
                                        all));
                    }
                });
        return moved;
    }

    /** A field stands once, with the level at which most of it changes. */
    private static PreviewLine wider(PreviewLine one, PreviewLine other) {
        return one.gained() + one.lost() >= other.gained() + other.lost() ? one : other;
    }

    /** Where no record there is tells, what there could be does. */
    private static boolean opens(Impact.Line line) {
        if (withheld(line)) {
            return line.gained().some();
        }
        return line.gained().number() > 0 || line.lost().number() == 0 && line.gained().some();
    }

    private static boolean withheld(Impact.Line line) {
        return line.gained().withheld() || line.lost().withheld();
    }

    private static String what(Impact.Line line) {
        String plural = line.type().plural().toLowerCase(Locale.ROOT);
        return line.field()
                .map(field -> "see " + field.label().toLowerCase(Locale.ROOT) + " of " + plural)
                .orElseGet(
                        () ->
                                (line.operation().equals(Operation.VIEW)
                                                ? "view"
                                                : line.operation().label())
                                        + " "
                                        + plural);
    }

    private static boolean guarded(AccessModel model, Impact.Line line) {
        RecordType type = line.type();
        return line.field().filter(field -> field.guarded()).isPresent()
                || model.catalogue().area(type.area()).filter(Area::guarded).isPresent();
    }

    private static PreviewLine function(Difference.OfFunction one) {
        return new PreviewLine(
                one.function().name(),
                false,
                one.gained(),
                one.gained() ? 1 : 0,
                one.gained() ? 0 : 1,
                false,
                Optional.of(one.before() + " to " + one.after()));
    }
}
