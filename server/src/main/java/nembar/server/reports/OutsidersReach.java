package nembar.server.reports;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.server.governance.Governance;
import nembar.server.model.Moments;
import org.springframework.stereotype.Component;

/** All outsiders with what they reach, for each organisation they act for. */
@Component
class OutsidersReach implements Report {
    private final Moments moments;
    private final Governance governance;

    OutsidersReach(Moments moments, Governance governance) {
        this.moments = moments;
        this.governance = governance;
    }

    @Override
    public String key() {
        return "outsiders";
    }

    @Override
    public String title() {
        return "Outsiders and what they reach";
    }

    @Override
    public String about() {
        return "Every outsider with the records they reach today, type by type, and what they hold.";
    }

    @Override
    public List<Slot> slots() {
        return List.of();
    }

    @Override
    public List<String> columns() {
        return List.of("Person", "Acts for", "Status", "Record type", "May", "Holds");
    }

    @Override
    public Table of(Person me, Asked asked) {
        Moment moment = moments.now(asked.application());
        AccessModel model = moment.model();
        Predicate<Person> visible = governance.mayView(me);
        List<Persona> outsiders =
                model.personas().all().stream()
                        .filter(one -> one.person().external() && visible.test(one.person()))
                        .toList();
        Counting counting = governance.counting(me, model);
        Map<Persona, List<List<String>>> rows = new LinkedHashMap<>();
        outsiders.forEach(one -> rows.put(one, new ArrayList<>()));
        for (RecordType type : model.catalogue().recordTypes()) {
            Map<Persona, Map<Operation, RecordSet>> sets = new LinkedHashMap<>();
            Set<RecordSet> all = new LinkedHashSet<>();
            for (Persona one : outsiders) {
                PersonAccess access = moment.accessOn(one, type);
                Map<Operation, RecordSet> reached = new LinkedHashMap<>();
                for (Operation operation : type.operations()) {
                    RecordSet set = access.records(type, operation);
                    if (!set.equals(RecordSet.NOTHING)) {
                        reached.put(operation, set);
                        all.add(set);
                    }
                }
                if (!reached.isEmpty()) {
                    sets.put(one, reached);
                }
            }
            if (!all.isEmpty()) {
                Map<RecordSet, Long> counts = counting.count(type, all);
                sets.forEach(
                        (one, reached) -> {
                            String may = may(reached, counts);
                            if (!may.isEmpty()) {
                                rows.get(one).add(List.of(type.plural(), may));
                            }
                        });
            }
        }
        List<List<String>> all = new ArrayList<>();
        rows.forEach((one, reached) -> all.addAll(rows(moment, one, reached)));
        return new Table(all, "The numbers are of the records there are now.");
    }

    private static String may(Map<Operation, RecordSet> reached, Map<RecordSet, Long> counts) {
        return reached.entrySet().stream()
                .filter(one -> counts.get(one.getValue()) != 0)
                .map(
                        one ->
                                one.getKey().label()
                                        + Optional.of(counts.get(one.getValue()))
                                                .filter(
                                                        number ->
                                                                number != Counting.WITHHELD
                                                                        && !one.getKey()
                                                                                .equals(
                                                                                        Operation
                                                                                                .CREATE))
                                                .map(number -> " " + number)
                                                .orElse(""))
                .collect(Collectors.joining(", "));
    }

    /** A row for each record type that they reach; one that says so where they reach none. */
    private static List<List<String>> rows(Moment moment, Persona one, List<List<String>> reached) {
        AccessModel model = moment.model();
        PersonAccess access = moment.access(one);
        String holds =
                String.join("; ", new Explanation(model, access.who()).holdings(access.holdings()));
        return (reached.isEmpty() ? List.of(List.of("", "nothing")) : reached)
                .stream()
                        .map(
                                of ->
                                        List.of(
                                                one.person().name(),
                                                one.account()
                                                        .map(model.directory()::accountName)
                                                        .orElse(""),
                                                Words.of(one.person().status()),
                                                of.get(0),
                                                of.get(1),
                                                holds))
                        .toList();
    }
}
