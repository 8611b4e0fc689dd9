package nembar.server.reports;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.Moment;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Words;
import nembar.core.words.Sentences;
import nembar.server.answers.WayWords;
import nembar.server.governance.Governance;
import nembar.server.model.Moments;
import org.springframework.stereotype.Component;

/** Guarded fields and who sees them. */
@Component
class GuardedFields implements Report {
    private final Moments moments;
    private final Governance governance;

    GuardedFields(Moments moments, Governance governance) {
        this.moments = moments;
        this.governance = governance;
    }

    @Override
    public String key() {
        return "guarded-fields";
    }

    @Override
    public String title() {
        return "Guarded fields and who sees them";
    }

    @Override
    public String about() {
        return "Every guarded field, with everybody who sees or changes it somewhere today, and by"
                + " what.";
    }

    @Override
    public List<Slot> slots() {
        return List.of();
    }

    @Override
    public List<String> columns() {
        return List.of(
                "Record type", "Field", "Person", "Kind", "Organisation or unit", "At most", "By");
    }

    @Override
    public Table of(Person me, Asked asked) {
        Moment moment = moments.now(asked.application());
        AccessModel model = moment.model();
        Predicate<Person> visible = governance.mayView(me);
        Sentences sentences = new Sentences(model);
        List<List<String>> rows = new ArrayList<>();
        for (RecordType type : model.catalogue().recordTypes()) {
            for (Field field : type.fields()) {
                if (!field.guarded()) {
                    continue;
                }
                int before = rows.size();
                for (WhoCan.AtLevel<FieldCoverage> one :
                        new WhoCan(moment).onAnyField(type, field)) {
                    Person person = one.persona().person();
                    String level = level(one.level());
                    if (visible.test(person) && !level.isEmpty()) {
                        rows.add(
                                List.of(
                                        type.plural(),
                                        field.label(),
                                        person.name(),
                                        Words.of(person.kind()),
                                        model.directory()
                                                .unitOrAccount(person, one.persona().account()),
                                        level,
                                        one.ways().get().stream()
                                                .map(way -> WayWords.of(sentences, way))
                                                .distinct()
                                                .collect(Collectors.joining(" "))));
                    }
                }
                if (rows.size() == before) {
                    rows.add(List.of(type.plural(), field.label(), "nobody", "", "", "", ""));
                }
            }
        }
        return new Table(rows, "");
    }

    private static String level(FieldCoverage coverage) {
        if (!coverage.changed().equals(RecordSet.NOTHING)) {
            return "change";
        }
        if (!coverage.viewed().equals(RecordSet.NOTHING)) {
            return "view";
        }
        return coverage.masked().equals(RecordSet.NOTHING) ? "" : "masked";
    }
}
