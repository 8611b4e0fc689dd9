package nembar.server.answers;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Predicate;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.words.Sentence;
import nembar.core.words.Sentences;
import nembar.server.answers.RecordAccessController.AroundShown;
import nembar.server.answers.RecordAccessController.OperationReach;
import nembar.server.answers.RecordAccessController.PlaceShown;
import nembar.server.answers.RecordAccessController.RecordAccess;
import nembar.server.answers.RecordAccessController.ShareShown;
import nembar.server.governance.Governance;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Shows where a record belongs and who reaches it, whoever they are; not what it says. */
@Service
class RecordAccessService {
    private final Lookups lookups;
    private final Records records;
    private final Governance governance;

    RecordAccessService(Lookups lookups, Records records, Governance governance) {
        this.lookups = lookups;
        this.records = records;
        this.governance = governance;
    }

    RecordAccess of(Person me, String application, String typeKey, String key) {
        Moment moment = lookups.moment(me, new Lookups.Where(application, null, null));
        AccessModel model = moment.model();
        RecordType type = Lookups.type(model, typeKey);
        GovernedRecord record = lookups.record(me, model, application, type, key);
        return new RecordAccess(
                type.key(),
                type.singular(),
                key,
                known(me, model, type, record, Optional.of(type.titleField())).stream().findFirst(),
                places(me, model, type, record),
                parent(me, model, type, record),
                children(me, model, type, key),
                reach(me, moment, type, record),
                shares(model, type, key));
    }

    /** The value of a field, where whoever asks may be told it. */
    private List<String> known(
            Person me,
            AccessModel model,
            RecordType type,
            GovernedRecord record,
            Optional<String> field) {
        return field.filter(one -> governance.mayKnowValues(me, model, type, one))
                .map(record::keys)
                .orElse(List.of());
    }

    private List<PlaceShown> places(
            Person me, AccessModel model, RecordType type, GovernedRecord record) {
        Directory directory = model.directory();
        RecordType.Places places = type.places();
        List<PlaceShown> shown = new ArrayList<>();
        place(me, model, type, record, places.owner(), "person", directory.personNames(), shown);
        place(me, model, type, record, places.team(), "team", directory.teamNames(), shown);
        place(me, model, type, record, places.unit(), "unit", directory.unitNames(), shown);
        place(
                me,
                model,
                type,
                record,
                places.account(),
                "account",
                directory.accountNames(),
                shown);
        return shown;
    }

    private void place(
            Person me,
            AccessModel model,
            RecordType type,
            GovernedRecord record,
            Optional<String> field,
            String kind,
            Map<String, String> names,
            List<PlaceShown> shown) {
        known(me, model, type, record, field)
                .forEach(
                        key ->
                                shown.add(
                                        new PlaceShown(
                                                type.knownField(field.get()).label(),
                                                kind,
                                                key,
                                                names.getOrDefault(key, key))));
    }

    private Optional<AroundShown> parent(
            Person me, AccessModel model, RecordType type, GovernedRecord record) {
        return model.catalogue()
                .parentOf(type)
                .filter(of -> !governance.guardedFrom(me, model, of))
                .flatMap(
                        of ->
                                record.key(type.parent().orElseThrow().through())
                                        .map(
                                                key ->
                                                        new AroundShown(
                                                                of.key(),
                                                                of.singular(),
                                                                Optional.of(key),
                                                                Optional.of(1L))));
    }

    private List<AroundShown> children(Person me, AccessModel model, RecordType type, String key) {
        Counting counting = lookups.counting(me, model.application().key());
        List<AroundShown> children = new ArrayList<>();
        for (RecordType child : model.catalogue().childrenOf(type)) {
            RecordSet theirs =
                    RecordSet.among(
                            child.parent().orElseThrow().through(),
                            new TreeSet<>(List.of(key)),
                            "it belongs to " + key);
            long count = counting.count(child, List.of(theirs)).get(theirs);
            children.add(
                    new AroundShown(
                            child.key(),
                            count == 1 ? child.singular() : child.plural(),
                            Optional.empty(),
                            Optional.of(count).filter(some -> some != Counting.WITHHELD)));
        }
        return children;
    }

    private List<OperationReach> reach(
            Person me, Moment moment, RecordType type, GovernedRecord record) {
        Relatives relatives = records.relatives(moment.model());
        Predicate<Person> visible = governance.mayView(me);
        List<OperationReach> reach = new ArrayList<>();
        RecordReach.of(moment, type, record, relatives)
                .forEach(
                        (operation, all) -> {
                            List<Person> seen = all.stream().filter(visible).toList();
                            reach.add(
                                    new OperationReach(
                                            operation.key(),
                                            operation.label(),
                                            seen.size(),
                                            (int) seen.stream().filter(Person::external).count(),
                                            all.size() - seen.size()));
                        });
        return reach;
    }

    private static List<ShareShown> shares(AccessModel model, RecordType type, String key) {
        Sentences sentences = new Sentences(model);
        return model.design().directShares().stream()
                .filter(one -> one.recordType().equals(type.key()) && one.record().equals(key))
                .map(
                        one ->
                                new ShareShown(
                                        one.key(),
                                        sentences.of(one).map(Sentence::text).orElse(one.key()),
                                        one.until()))
                .toList();
    }
}
