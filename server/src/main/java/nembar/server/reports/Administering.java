package nembar.server.reports;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import java.util.stream.Collectors;
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
import nembar.server.model.Models;
import nembar.server.model.Moments;
import org.springframework.stereotype.Component;

/** Who administers what: everybody who may change anything in Nembar itself. */
@Component
class Administering implements Report {
    private final Moments moments;
    private final Governance governance;

    Administering(Moments moments, Governance governance) {
        this.moments = moments;
        this.governance = governance;
    }

    @Override
    public String key() {
        return "administrators";
    }

    @Override
    public String title() {
        return "Who administers what";
    }

    @Override
    public String about() {
        return "Everybody who may do more in Nembar than look, with what they may do to what, and by"
                + " what they hold.";
    }

    @Override
    public List<Slot> slots() {
        return List.of();
    }

    @Override
    public List<String> columns() {
        return List.of("Person", "Kind", "Unit", "Of", "May", "Holds");
    }

    @Override
    public Table of(Person me, Asked asked) {
        governance.requireOnApplication(me, "view", Models.NEMBAR);
        Moment moment = moments.now(Models.NEMBAR);
        AccessModel model = moment.model();
        Predicate<Person> visible = governance.mayView(me);
        List<List<String>> rows = new ArrayList<>();
        for (List<Persona> alike : moment.classes()) {
            PersonAccess access = moment.access(alike.get(0));
            String holds =
                    String.join(
                            "; ", new Explanation(model, access.who()).holdings(access.holdings()));
            for (RecordType type : model.catalogue().recordTypes()) {
                String may =
                        type.operations().stream()
                                .filter(operation -> !operation.equals(Operation.VIEW))
                                .filter(
                                        operation ->
                                                !access.records(type, operation)
                                                        .equals(RecordSet.NOTHING))
                                .map(operation -> said(access, type, operation))
                                .collect(Collectors.joining(", "));
                if (may.isEmpty()) {
                    continue;
                }
                for (Persona one : alike) {
                    if (visible.test(one.person())) {
                        rows.add(
                                List.of(
                                        one.person().name(),
                                        Words.of(one.person().kind()),
                                        model.directory()
                                                .unitOrAccount(one.person(), one.account()),
                                        type.plural().toLowerCase(Locale.ROOT),
                                        may,
                                        holds));
                    }
                }
            }
        }
        rows.sort(Comparator.comparing((List<String> one) -> one.get(0)));
        return new Table(rows, "");
    }

    private static String said(PersonAccess access, RecordType type, Operation operation) {
        boolean all = access.records(type, operation).equals(RecordSet.EVERYTHING);
        return operation.label() + (all ? "" : " some");
    }
}
