package nembar.server.ask;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.server.ask.RecordPage.FieldValue;
import nembar.server.ask.RecordSheet.Around;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Shows one record as somebody has it. */
@Service
class RecordSheets {
    private final RecordListService lists;
    private final Records records;
    private final Governance governance;

    RecordSheets(RecordListService lists, Records records, Governance governance) {
        this.lists = lists;
        this.records = records;
        this.governance = governance;
    }

    RecordSheet of(Question question, Person asking, RecordType type, String key) {
        RecordPage page = lists.list(question, Optional.empty(), asking, type, ListAsked.one(key));
        GovernedRecord record = records.require(question.application(), type, key);
        // It may have come since the page was read: there is nothing of it to show yet.
        List<FieldValue> values = page.rows().isEmpty() ? List.of() : page.rows().get(0).values();
        PersonAccess access = question.access();
        Relatives relatives = records.relatives(question.model());
        boolean seen = access.allows(type, Operation.VIEW, record, relatives);
        return new RecordSheet(
                seen,
                type.key(),
                type.singular(),
                key,
                page.timeZone(),
                page.columns(),
                seen ? values : List.of(),
                seen ? operations(access, type, record, relatives) : List.of(),
                seen ? parent(question, asking, type, record, relatives) : Optional.empty(),
                seen ? children(question, asking, type, key) : List.of());
    }

    private static List<Named> operations(
            PersonAccess access, RecordType type, GovernedRecord record, Relatives relatives) {
        return type.operations().stream()
                .filter(one -> !one.equals(Operation.CREATE))
                .filter(one -> access.allows(type, one, record, relatives))
                .map(one -> new Named(one.key(), one.label()))
                .toList();
    }

    private Optional<Around> parent(
            Question question,
            Person asking,
            RecordType type,
            GovernedRecord record,
            Relatives relatives) {
        return question.model()
                .catalogue()
                .parentOf(type)
                .filter(of -> !governance.guardedFrom(asking, question.model(), of))
                .flatMap(
                        of ->
                                record.key(type.parent().orElseThrow().through())
                                        .flatMap(key -> relatives.record(of, key))
                                        .filter(
                                                one ->
                                                        question.access()
                                                                .allows(
                                                                        of,
                                                                        Operation.VIEW,
                                                                        one,
                                                                        relatives))
                                        .flatMap(one -> one.key(of.keyField()))
                                        .map(key -> new Around(of.key(), of.singular(), key, 1)));
    }

    private List<Around> children(Question question, Person asking, RecordType type, String key) {
        List<Around> children = new ArrayList<>();
        for (RecordType child : question.model().catalogue().childrenOf(type)) {
            if (governance.guardedFrom(asking, question.model(), child)) {
                continue;
            }
            RecordSet theirs =
                    RecordSet.allOf(
                            question.access().records(child, Operation.VIEW),
                            RecordSet.among(
                                    child.parent().orElseThrow().through(),
                                    new TreeSet<>(List.of(key)),
                                    "it belongs to " + key));
            long count = records.count(question.application(), child, List.of(theirs)).of(theirs);
            children.add(
                    new Around(
                            child.key(),
                            count == 1 ? child.singular() : child.plural(),
                            "",
                            count));
        }
        return children;
    }
}
