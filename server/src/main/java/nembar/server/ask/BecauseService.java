package nembar.server.ask;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.Cut;
import nembar.core.decision.Decision;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.FunctionAccess;
import nembar.core.decision.Grant;
import nembar.core.decision.Missing;
import nembar.core.decision.Route;
import nembar.core.decision.WhyNot;
import nembar.core.directory.Person;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.text.Words;
import nembar.core.words.Step;
import nembar.server.ask.Because.CellName;
import nembar.server.ask.Because.CutShown;
import nembar.server.ask.Because.RouteShown;
import nembar.server.ask.Because.StepShown;
import nembar.server.governance.Governance;
import nembar.server.http.Refused;
import nembar.server.records.Records;
import nembar.server.records.Records.Counts;
import org.springframework.stereotype.Service;

/** Gives the reasons of an answer: routes, filters, and what is missing. */
@Service
class BecauseService {
    private static final int MISSING_AT_MOST = 8;

    private final Records records;
    private final Governance governance;

    BecauseService(Records records, Governance governance) {
        this.records = records;
        this.governance = governance;
    }

    /** Why the person may do the operation on so many records of the type. */
    Because ofCell(Question question, Person asking, RecordType type, Operation operation) {
        Coverage coverage = question.access().coverage(type, operation);
        boolean create = operation.equals(Operation.CREATE);
        List<RecordSet> sets = new ArrayList<>(List.of(coverage.records(), coverage.granted()));
        List<RecordSet> upTo = new ArrayList<>(List.of(RecordSet.NOTHING));
        for (Grant grant : coverage.grants()) {
            sets.add(grant.records());
            upTo.add(RecordSet.anyOf(upTo.get(upTo.size() - 1), grant.records()));
        }
        sets.addAll(upTo);
        for (Cut cut : coverage.cuts()) {
            sets.add(RecordSet.allOf(coverage.granted(), cut.letsThrough()));
        }
        Counts counts = question.count(records, type, sets);
        List<RouteShown> routes = new ArrayList<>();
        for (int i = 0; i < coverage.grants().size(); i++) {
            Grant grant = coverage.grants().get(i);
            Optional<Long> all = create ? Optional.empty() : counts.told(grant.records());
            Optional<Long> fresh = counts.more(upTo.get(i + 1), upTo.get(i));
            routes.add(
                    new RouteShown(
                            steps(question.explanation().route(grant)),
                            all,
                            all.flatMap(some -> fresh.map(one -> some - one)).orElse(0L),
                            see(grant)));
        }
        List<CutShown> cuts = new ArrayList<>();
        for (Cut cut : coverage.cuts()) {
            RecordSet through = RecordSet.allOf(coverage.granted(), cut.letsThrough());
            Optional<Long> takes =
                    create ? Optional.empty() : counts.more(coverage.granted(), through);
            cuts.add(
                    new CutShown(
                            cut.name(),
                            question.explanation().cut(cut),
                            takes,
                            takes.isEmpty() || takes.get() > 0));
        }
        if (!coverage.withheld().isEmpty()) {
            cuts.add(cutting(Cut.OWN_ACCOUNT, question.explanation().withheld(type)));
        }
        Optional<Long> number = create ? Optional.empty() : counts.told(coverage.records());
        String name = question.access().who().person().name();
        boolean yes = !coverage.records().equals(RecordSet.NOTHING);
        String plural = type.plural().toLowerCase(Locale.ROOT);
        String does = " may " + operation.label() + " ";
        String title =
                number.map(some -> name + does + Said.records(some, type))
                        .orElse(
                                name
                                        + (yes ? does : " may not " + operation.label() + " ")
                                        + plural);
        String of =
                create || counts.total() == 0
                        ? ""
                        : "of the " + Said.number(counts.total()) + " there are. ";
        Optional<String> refusal =
                number.isEmpty() || number.get() == 0
                        ? Optional.of("There is nothing to list.")
                        : listRefusal(question, asking, type);
        return new Because(
                yes,
                title,
                of + routesAndCuts(routes.size(), cuts),
                routes,
                cuts,
                missing(question, WhyNot.onAny(question.access(), type, operation)),
                refusal.isEmpty(),
                refusal);
    }

    /** Why the person may, or may not, do the operation on this one record. */
    Because ofRecord(
            Question question, Person asking, RecordType type, Operation operation, String key) {
        listRefusal(question, asking, type)
                .ifPresent(
                        why -> {
                            throw new Refused(why, List.of());
                        });
        GovernedRecord record = records.require(question.application(), type, key);
        if (!question.mayCount(type, question.access().records(type, operation))) {
            throw new Refused(
                    "What the draft makes of this record rests on what you may not view.",
                    List.of());
        }
        Relatives relatives = records.relatives(question.model());
        Decision decision = question.access().decide(type, operation, record, relatives);
        List<RouteShown> routes =
                decision.grants().stream()
                        .map(grant -> uncounted(question.explanation().route(grant), see(grant)))
                        .toList();
        List<CutShown> cuts =
                decision.cuts().stream()
                        .map(cut -> cutting(cut.name(), question.explanation().cut(cut)))
                        .toList();
        List<Missing> missing =
                WhyNot.on(question.access(), type, operation, record, relatives, decision);
        return new Because(
                decision.allowed(),
                question.access().who().person().name()
                        + (decision.allowed() ? " may " : " may not ")
                        + operation.label()
                        + " "
                        + type.singular().toLowerCase(Locale.ROOT)
                        + " "
                        + key,
                routesAndCuts(routes.size(), cuts),
                routes,
                cuts,
                missing(question, missing),
                false,
                Optional.of("This is one record."));
    }

    /** Why the person has this of the field. */
    Because ofField(Question question, RecordType type, Field field) {
        FieldCoverage coverage = question.access().field(type, field);
        List<RecordSet> sets =
                Stream.concat(
                                Stream.of(coverage.masked(), coverage.viewed(), coverage.changed()),
                                coverage.grants().stream().map(FieldCoverage.FieldGrant::records))
                        .toList();
        Counts counts = question.count(records, type, sets);
        List<RouteShown> routes =
                coverage.grants().stream()
                        .map(
                                grant ->
                                        new RouteShown(
                                                steps(question.explanation().route(grant)),
                                                counts.told(grant.records()),
                                                0,
                                                Optional.empty()))
                        .toList();
        List<CutShown> cuts =
                coverage.filters().stream()
                        .map(
                                filter ->
                                        cutting(
                                                filter.name(),
                                                question.explanation().fieldFilter(filter)))
                        .toList();
        String open =
                field.guarded()
                        ? "A guarded field: hidden unless a field privilege opens it. "
                        : "An open field: whoever views the record sees it, whoever changes the"
                                + " record may change it. ";
        long masked = counts.more(coverage.masked(), coverage.viewed()).orElse(0L);
        return new Because(
                !coverage.masked().equals(RecordSet.NOTHING),
                field.label() + " of " + type.singular().toLowerCase(Locale.ROOT),
                open
                        + (masked > 0
                                ? "Masked on " + Said.records(masked, type) + "."
                                : viewedAndChanged(coverage, counts, type)),
                routes,
                cuts,
                missingField(question, field, coverage),
                false,
                Optional.of("This is about a field."));
    }

    private static String viewedAndChanged(FieldCoverage coverage, Counts counts, RecordType type) {
        return counts.told(coverage.viewed())
                .flatMap(
                        viewed ->
                                counts.told(coverage.changed())
                                        .map(
                                                changed ->
                                                        "Viewed on "
                                                                + Said.records(viewed, type)
                                                                + ", changed on "
                                                                + Said.number(changed)
                                                                + "."))
                .orElse("");
    }

    /** Why the person has this level of the function. */
    Because ofFunction(Question question, Function function) {
        FunctionAccess access = question.access().function(function);
        List<String> missing =
                new ArrayList<>(access.unmet().stream().map(question.explanation()::need).toList());
        if (access.grants().isEmpty()) {
            missing.add("No privilege set that they hold gives any level of it.");
        }
        return new Because(
                !access.level().equals(Function.NONE),
                function.name() + ": " + access.level(),
                "Levels are " + String.join(", ", function.levels()) + ".",
                access.grants().stream()
                        .map(
                                grant ->
                                        uncounted(
                                                question.explanation().route(grant),
                                                Optional.empty()))
                        .toList(),
                List.of(),
                missing,
                false,
                Optional.of("A function has no records."));
    }

    private List<String> missingField(Question question, Field field, FieldCoverage coverage) {
        if (!field.guarded() || !coverage.grants().isEmpty()) {
            return List.of();
        }
        return List.of(
                question.access().who().person().name()
                        + " holds no privilege for the field "
                        + field.label().toLowerCase(Locale.ROOT)
                        + ".");
    }

    /** Why whoever asks may not see these records themselves; empty when they may. */
    private Optional<String> listRefusal(Question question, Person asking, RecordType type) {
        Person person = question.access().who().person();
        return governance.againstLooking(asking, person, question.model(), type);
    }

    private static List<String> missing(Question question, List<Missing> missing) {
        List<String> said =
                missing.stream().map(question.explanation()::missing).distinct().toList();
        if (said.size() <= MISSING_AT_MOST) {
            return said;
        }
        List<String> first = new ArrayList<>(said.subList(0, MISSING_AT_MOST));
        first.add("And " + (said.size() - MISSING_AT_MOST) + " more near routes.");
        return first;
    }

    private static String routesAndCuts(int routes, List<CutShown> cuts) {
        int binding = (int) cuts.stream().filter(CutShown::binds).count();
        return Said.counted(routes, "route gives", "routes give")
                + ", "
                + Said.counted(binding, "filter cuts", "filters cut").toLowerCase(Locale.ROOT)
                + ".";
    }

    private static RouteShown uncounted(List<Step> steps, Optional<CellName> see) {
        return new RouteShown(steps(steps), Optional.empty(), 0, see);
    }

    private static CutShown cutting(String name, String words) {
        return new CutShown(name, words, Optional.empty(), true);
    }

    private static Optional<CellName> see(Grant grant) {
        if (grant.route() instanceof Route.ByParent by) {
            Operation operation = by.ofParent().operation();
            return Optional.of(cell(by.parent(), operation));
        }
        return grant.route() instanceof Route.ByChild by
                ? Optional.of(cell(by.child(), Operation.VIEW))
                : Optional.empty();
    }

    private static CellName cell(RecordType type, Operation operation) {
        return new CellName(
                type.key(),
                operation.key(),
                operation.label() + " " + type.plural().toLowerCase(Locale.ROOT));
    }

    private static List<StepShown> steps(List<Step> steps) {
        return steps.stream()
                .map(
                        step ->
                                new StepShown(
                                        Words.of(step.kind()),
                                        step.lead(),
                                        step.name(),
                                        step.detail()))
                .toList();
    }
}
