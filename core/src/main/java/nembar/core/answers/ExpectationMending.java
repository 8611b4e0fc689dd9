package nembar.core.answers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import nembar.core.answers.Proof.CounterExample;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Holding;
import nembar.core.decision.PersonAccess;
import nembar.core.decision.Route;
import nembar.core.design.Expectation;
import nembar.core.design.Expectation.Target;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.words.ChangeWords;

/**
 * Finds changes after which a broken expectation holds (docs/access-model.md, section 7): leaving
 * out what a draft does, ending the route by which its counter-example comes, or opening what is
 * missing. Each is tried on the model before it is offered, and measured by all that it would open
 * and close, the cheapest first.
 */
public final class ExpectationMending {
    private static final int TRIED_AT_MOST = 24;

    private final Moment moment;
    private final Counting proving;
    private final Counting counting;

    /**
     * @param moment the one at which it is broken
     * @param proving counts everything, to tell whether the expectation holds
     * @param counting counts the price, for whoever asks
     */
    public ExpectationMending(Moment moment, Counting proving, Counting counting) {
        this.moment = moment;
        this.proving = proving;
        this.counting = counting;
    }

    /**
     * The mends there are.
     *
     * @param published the design without the draft
     * @param draft changes that have led from it to the moment; each is tried without
     * @param record reads the counter-example's record by its key
     */
    public List<Mend> mends(
            Expectation expectation,
            AccessModel published,
            List<Change> draft,
            Function<CounterExample, Optional<GovernedRecord>> record,
            Relatives relatives) {
        Optional<CounterExample> broken = Proof.of(moment, expectation, proving).counterExample();
        if (broken.isEmpty()) {
            return List.of();
        }
        Set<List<Change>> candidates = new LinkedHashSet<>();
        Changes.touched(draft)
                .forEach(
                        touched ->
                                candidates.add(
                                        List.of(
                                                published
                                                        .design()
                                                        .element(touched.kind(), touched.key())
                                                        .<Change>map(Change.Put::of)
                                                        .orElse(touched))));
        if (expectation.claim() == Expectation.Claim.CAN_NEVER) {
            candidates.addAll(closing(expectation, broken.get(), record, relatives));
        } else {
            candidates.addAll(opening(expectation, broken.get(), record, relatives));
        }
        return candidates.stream()
                .limit(TRIED_AT_MOST)
                .flatMap(changes -> tried(expectation, changes).stream())
                .sorted(
                        Comparator.<Mend>comparingLong(mend -> mend.records() + mend.lost())
                                .thenComparing(mend -> mend.people().size() + mend.losing().size()))
                .toList();
    }

    private Optional<Mend> tried(Expectation expectation, List<Change> changes) {
        try {
            AccessModel mended = Changes.apply(moment.model(), changes);
            Moment after = new Moment(mended, moment.at());
            if (!Proof.of(after, expectation, proving).holds()) {
                return Optional.empty();
            }
            String words = String.join("; ", new ChangeWords(moment.model(), mended).of(changes));
            return Optional.of(Mend.measured(words, changes, Impact.of(moment, after), counting));
        } catch (ModelRefused impossible) {
            return Optional.empty();
        }
    }

    /**
     * Without the privilege, the share or the assignment by which the counter-example comes: one of
     * them, and all of them where there are several.
     */
    private List<List<Change>> closing(
            Expectation expectation,
            CounterExample broken,
            Function<CounterExample, Optional<GovernedRecord>> record,
            Relatives relatives) {
        PersonAccess access = moment.access(broken.persona());
        Closing closing = new Closing();
        if (expectation.target() instanceof Target.OnFunction of) {
            access.function(moment.model().catalogue().function(of.function()).orElseThrow())
                    .grants()
                    .forEach(one -> closing.without(one.holding(), one.privilege()));
        } else if (broken.field().isPresent()) {
            access.field(broken.type().orElseThrow(), broken.field().get())
                    .grants()
                    .forEach(one -> closing.without(one.holding(), one.privilege()));
        } else {
            RecordType type = broken.type().orElseThrow();
            Operation operation = operation(expectation.target(), type);
            record.apply(broken)
                    .map(one -> access.decide(type, operation, one, relatives).grants())
                    .orElseGet(() -> access.coverage(type, operation).grants())
                    .forEach(one -> closing.without(one.route()));
        }
        return closing.candidates();
    }

    /** What the routes rest on, to be taken away. */
    private static final class Closing {
        private final Map<PrivilegeSet, Set<Privilege>> privileges = new LinkedHashMap<>();
        private final Set<Change> openers = new LinkedHashSet<>();
        private final Set<Change> assignments = new LinkedHashSet<>();

        void without(Route route) {
            if (route instanceof Route.ByAssignment by) {
                without(by.holding(), by.privilege());
            } else if (route instanceof Route.BySharing by) {
                openers.add(Change.Remove.of(by.rule()));
            } else if (route instanceof Route.ByShare by) {
                openers.add(Change.Remove.of(by.share()));
            } else if (route instanceof Route.ByParent by) {
                by.ofParent().grants().forEach(one -> without(one.route()));
            } else if (route instanceof Route.ByChild by) {
                by.ofChild().grants().forEach(one -> without(one.route()));
            }
        }

        void without(Holding holding, Privilege privilege) {
            privileges.computeIfAbsent(holding.set(), any -> new LinkedHashSet<>()).add(privilege);
            boolean byName =
                    holding.assignment().audience().of().stream()
                            .allMatch(Audience.OnePerson.class::isInstance);
            if (byName) {
                assignments.add(Change.Remove.of(holding.assignment()));
            }
        }

        List<List<Change>> candidates() {
            List<Change> each = new ArrayList<>(openers);
            privileges.forEach((set, some) -> each.add(without(set, some)));
            List<List<Change>> candidates = new ArrayList<>();
            each.forEach(one -> candidates.add(List.of(one)));
            candidates.add(each);
            assignments.forEach(one -> candidates.add(List.of(one)));
            candidates.add(List.copyOf(assignments));
            return candidates.stream().filter(one -> !one.isEmpty()).distinct().toList();
        }

        private static Change without(PrivilegeSet set, Set<Privilege> some) {
            return Change.Put.of(
                    new PrivilegeSet(
                            set.key(),
                            set.name(),
                            set.purpose(),
                            set.privileges().stream().filter(one -> !some.contains(one)).toList()));
        }
    }

    private List<List<Change>> opening(
            Expectation expectation,
            CounterExample broken,
            Function<CounterExample, Optional<GovernedRecord>> record,
            Relatives relatives) {
        if (broken.type().isEmpty() || broken.field().isPresent()) {
            return List.of();
        }
        RecordType type = broken.type().get();
        Operation operation = operation(expectation.target(), type);
        return record.apply(broken).stream()
                .flatMap(
                        one ->
                                new Mending(
                                                moment,
                                                broken.persona(),
                                                type,
                                                operation,
                                                one,
                                                relatives,
                                                counting)
                                        .mends().stream())
                .map(Mend::changes)
                .toList();
    }

    private static Operation operation(Target target, RecordType type) {
        String key =
                target instanceof Target.OnRecord of
                        ? of.operation()
                        : ((Target.OnRecords) target).operation();
        return type.operation(key).orElseThrow();
    }
}
