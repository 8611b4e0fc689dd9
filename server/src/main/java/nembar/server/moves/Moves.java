package nembar.server.moves;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.function.Supplier;
import nembar.core.answers.Counting;
import nembar.core.answers.Difference;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.governance.Objection;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.consents.Consents;
import nembar.server.consents.Wish;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Publishing;
import nembar.server.model.Step;
import nembar.server.model.Steps;
import nembar.server.model.Steps.By;
import nembar.server.model.Steps.Proposal;
import nembar.server.moves.Consequence.MoveLine;
import nembar.server.moves.Consequence.Moved;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Shows what a step would change, counted in records, and takes it. */
@Service
public class Moves {
    /** More people than these are counted as people, and their records are not. */
    private static final int COUNTED_AT_MOST = 30;

    private final Models models;
    private final Steps steps;
    private final Publishing publishing;
    private final Governance governance;
    private final Consents consents;
    private final Records records;
    private final Clock clock;

    Moves(
            Models models,
            Steps steps,
            Publishing publishing,
            Governance governance,
            Consents consents,
            Records records,
            Clock clock) {
        this.models = models;
        this.steps = steps;
        this.publishing = publishing;
        this.governance = governance;
        this.consents = consents;
        this.records = records;
        this.clock = clock;
    }

    /** What is to be done, and how it is told. */
    public record Move(By by, Supplier<Step> step, List<String> warnings, Runnable within) {
        public static Move of(By by, Supplier<Step> step, Runnable within) {
            return new Move(by, step, List.of(), within);
        }

        public Move warning(List<String> others) {
            return new Move(by, step, others, within);
        }
    }

    /**
     * Looks at a move, makes it, or keeps it for somebody who can agree.
     *
     * @throws Refused when it is made with something standing against it, or asked for without need
     *     or use
     */
    public Consequence move(Move move, Intent intent) {
        By by = move.by().agreed(intent.agreed());
        switch (intent.far()) {
            case LOOK -> {
                return preview(by, move.step().get(), move.warnings());
            }
            case MAKE -> {
                steps.take(
                        move.step(),
                        by,
                        () -> {
                            move.within().run();
                            intent.also().run();
                        });
                return Consequence.done(move.warnings());
            }
            default -> {
                return ask(move, by, intent);
            }
        }
    }

    private Consequence ask(Move move, By by, Intent intent) {
        Wish wish =
                intent.wish()
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "ask", "This cannot wait for anybody's word."));
        List<Objection> objections = steps.objections(steps.propose(move.step().get()), by);
        if (objections.isEmpty()) {
            throw new BadRequest("ask", "Nobody else's word is needed: do it.");
        }
        Set<String> asked = approvers(objections);
        if (asked.isEmpty()) {
            publishing.require(objections);
        }
        consents.ask(by.author(), wish, by.reason(), intent.why(), asked);
        return new Consequence(0, List.of(), List.of(), move.warnings(), named(asked), false);
    }

    /** Those whose word would lift one of them; nobody where one cannot be lifted. */
    private static Set<String> approvers(List<Objection> objections) {
        Set<String> approvers = new TreeSet<>();
        if (objections.stream().noneMatch(one -> one.approvers().isEmpty())) {
            objections.forEach(one -> approvers.addAll(one.approvers()));
        }
        return approvers;
    }

    private List<Named> named(Set<String> people) {
        Map<String, String> names = models.directory().personNames();
        return people.stream().map(key -> new Named(key, names.getOrDefault(key, key))).toList();
    }

    /** What the step would change, and what stands against it. */
    public Consequence preview(By by, Step step, List<String> warnings) {
        Proposal proposal;
        try {
            proposal = steps.propose(step);
        } catch (ModelRefused refused) {
            return new Consequence(
                    0,
                    List.of(),
                    refused.problems().stream().map(Problem::message).distinct().toList(),
                    warnings,
                    List.of(),
                    false);
        }
        Map<String, Impact> impacts = steps.impact(proposal, !aboutActivity(step));
        Set<String> people = new LinkedHashSet<>();
        List<Moved> moved = new ArrayList<>();
        Predicate<Person> visible = governance.mayView(by.author());
        impacts.forEach(
                (application, impact) -> {
                    impact.people().forEach(one -> people.add(one.seat().person().key()));
                    moved.addAll(
                            counted(
                                    proposal.model(application, models),
                                    impact,
                                    one -> visible.test(one) || comes(one)));
                });
        List<Objection> objections = steps.objections(proposal, by);
        List<String> told = new ArrayList<>(warnings);
        broken(proposal).forEach(name -> told.add("An expectation would be broken: " + name + "."));
        return new Consequence(
                people.size(),
                moved,
                objections.stream().map(publishing::said).toList(),
                told,
                named(approvers(objections)),
                false);
    }

    /**
     * Makes sure that a step may be taken, before what goes with it is done elsewhere.
     *
     * @throws Refused with everything that stands against it
     */
    public void require(Proposal proposal, By by) {
        publishing.require(steps.objections(proposal, by));
    }

    /** Names of the expectations that hold now and would not any more. */
    public List<String> broken(Proposal proposal) {
        Instant at = clock.instant();
        List<String> broken = new ArrayList<>();
        proposal.next()
                .forEach(
                        (application, next) -> {
                            Moment after = new Moment(next, at);
                            Moment before = new Moment(models.model(application), at);
                            Counting counting = records.counting(application);
                            next.design().expectations().stream()
                                    .filter(one -> !Proof.of(after, one, counting).holds())
                                    .filter(one -> Proof.of(before, one, counting).holds())
                                    .forEach(one -> broken.add(one.name()));
                        });
        return broken;
    }

    /** Whether the step makes somebody active or inactive; otherwise everybody counts as active. */
    private boolean aboutActivity(Step step) {
        Directory now = models.directory();
        return step.edits().people().stream()
                        .anyMatch(
                                one ->
                                        now.person(one.key())
                                                .filter(was -> was.active() != one.active())
                                                .isPresent())
                || step.edits().accounts().stream()
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

    private boolean comes(Person person) {
        return models.directory().person(person.key()).isEmpty();
    }

    private List<Moved> counted(AccessModel model, Impact impact, Predicate<Person> visible) {
        List<Impact.OfPerson> some =
                impact.people().stream()
                        .filter(one -> visible.test(one.seat().person()))
                        .limit(COUNTED_AT_MOST)
                        .toList();
        Map<List<String>, Map<String, MoveLine>> lines = new LinkedHashMap<>();
        Map<List<String>, Impact.OfPerson> who = new LinkedHashMap<>();
        for (Impact.OfPerson one : some) {
            List<String> seat = seat(one.seat().person(), one.seat().account());
            who.put(seat, one);
            lines.put(seat, new LinkedHashMap<>());
        }
        new Impact(some)
                .counted(records.counting(model.application().key()), 0)
                .forEach(
                        line ->
                                lines.get(seat(line.seat().person(), line.seat().account()))
                                        .merge(
                                                what(line),
                                                new MoveLine(
                                                        what(line),
                                                        guarded(model, line),
                                                        opens(line),
                                                        line.gained().number(),
                                                        line.lost().number(),
                                                        Optional.empty()),
                                                Moves::wider));
        List<Moved> moved = new ArrayList<>();
        who.forEach(
                (seat, one) -> {
                    List<MoveLine> all = new ArrayList<>(lines.get(seat).values());
                    one.difference().functions().stream().map(Moves::function).forEach(all::add);
                    if (!all.isEmpty()) {
                        Person person = one.seat().person();
                        moved.add(
                                new Moved(
                                        person.key(),
                                        person.name(),
                                        person.external(),
                                        model.application().name(),
                                        one.seat()
                                                .account()
                                                .map(
                                                        key ->
                                                                model.directory()
                                                                        .accountNames()
                                                                        .getOrDefault(key, key)),
                                        all));
                    }
                });
        return moved;
    }

    /** A field stands once, with the level at which most of it changes. */
    private static MoveLine wider(MoveLine one, MoveLine other) {
        return one.gained() + one.lost() >= other.gained() + other.lost() ? one : other;
    }

    private static List<String> seat(Person person, Optional<String> account) {
        return List.of(person.key(), account.orElse(""));
    }

    /** Where no record there is tells, what there could be does. */
    private static boolean opens(Impact.Line line) {
        return line.gained().number() > 0 || line.lost().number() == 0 && line.gained().some();
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

    private static MoveLine function(Difference.OfFunction one) {
        return new MoveLine(
                one.function().name(),
                false,
                one.gained(),
                one.gained() ? 1 : 0,
                one.gained() ? 0 : 1,
                Optional.of(one.before() + " to " + one.after()));
    }
}
