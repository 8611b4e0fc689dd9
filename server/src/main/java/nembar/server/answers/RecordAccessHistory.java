package nembar.server.answers;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.server.answers.RecordAccessController.AccessChanged;
import nembar.server.answers.RecordAccessController.AccessHistory;
import nembar.server.answers.RecordAccessController.ReachChange;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.records.Records;
import nembar.server.store.Page;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import nembar.server.store.PublicationStore.Wanted;
import org.springframework.stereotype.Service;

/**
 * By which publications who reaches a record became another: the record as it is today, held
 * against the design just before each publication and with it.
 */
@Service
class RecordAccessHistory {
    private static final int PUBLICATIONS_LOOKED_AT = 12;
    private static final int NAMES_AT_MOST = 6;

    /** Number of the publication before which there was nothing. */
    private static final long FIRST = 1;

    private final Lookups lookups;
    private final AskedMoments moments;
    private final Models models;
    private final Records records;
    private final Governance governance;
    private final PublicationStore publications;

    RecordAccessHistory(
            Lookups lookups,
            AskedMoments moments,
            Models models,
            Records records,
            Governance governance,
            PublicationStore publications) {
        this.lookups = lookups;
        this.moments = moments;
        this.models = models;
        this.records = records;
        this.governance = governance;
        this.publications = publications;
    }

    AccessHistory of(Person me, String application, String typeKey, String key) {
        Moment now = lookups.moment(me, new Lookups.Where(application, null, null));
        RecordType type = Lookups.type(now.model(), typeKey);
        GovernedRecord record = lookups.record(me, now.model(), application, type, key);
        Page<Publication> past =
                publications.publications(application, Wanted.ALL, 0, PUBLICATIONS_LOOKED_AT);
        Predicate<Person> visible = governance.mayView(me);
        Map<String, String> names = models.directory().personNames();
        List<AccessChanged> changed = new ArrayList<>();
        for (Publication one : past.items()) {
            Moment with = moments.of(me, application, "", Optional.of(one.at()));
            Map<Operation, Set<Person>> after = reach(with, type, record);
            Map<Operation, Set<Person>> before =
                    one.number() == FIRST
                            ? Map.<Operation, Set<Person>>of()
                            : reach(without(me, one, with), type, record);
            List<ReachChange> changes = changes(before, after, visible);
            if (!changes.isEmpty()) {
                changed.add(
                        new AccessChanged(
                                one.number(),
                                one.at(),
                                names.getOrDefault(one.author(), one.author()),
                                one.reason(),
                                changes));
            }
        }
        return new AccessHistory(changed, past.items().size(), past.total() > past.items().size());
    }

    /** The moment just before a publication: what it changed is taken back, where that is known. */
    private Moment without(Person me, Publication publication, Moment with) {
        return publication.inverse().isEmpty()
                ? moments.of(
                        me,
                        publication.application(),
                        "",
                        Optional.of(publication.at().minusMillis(1)))
                : with.with(
                        Changes.apply(with.model(), DocumentChanges.read(publication.inverse())));
    }

    /** Nobody, where the application did not have such records yet. */
    private Map<Operation, Set<Person>> reach(Moment then, RecordType type, GovernedRecord record) {
        Relatives relatives = records.relatives(then.model());
        return then.model()
                .catalogue()
                .recordType(type.key())
                .map(known -> RecordReach.of(then, known, record, relatives))
                .orElse(Map.of());
    }

    private static List<ReachChange> changes(
            Map<Operation, Set<Person>> before,
            Map<Operation, Set<Person>> after,
            Predicate<Person> visible) {
        Set<Operation> operations = new LinkedHashSet<>(after.keySet());
        operations.addAll(before.keySet());
        List<ReachChange> changes = new ArrayList<>();
        for (Operation operation : operations) {
            List<String> gained = only(after, before, operation, visible);
            List<String> lost = only(before, after, operation, visible);
            if (!gained.isEmpty() || !lost.isEmpty()) {
                changes.add(
                        new ReachChange(
                                operation.label(),
                                gained.stream().limit(NAMES_AT_MOST).toList(),
                                gained.size(),
                                lost.stream().limit(NAMES_AT_MOST).toList(),
                                lost.size()));
            }
        }
        return changes;
    }

    /** Names of those who can by one and not by the other. */
    private static List<String> only(
            Map<Operation, Set<Person>> one,
            Map<Operation, Set<Person>> other,
            Operation operation,
            Predicate<Person> visible) {
        Set<String> others =
                other.getOrDefault(operation, Set.of()).stream()
                        .map(Person::key)
                        .collect(Collectors.toSet());
        return one.getOrDefault(operation, Set.of()).stream()
                .filter(person -> !others.contains(person.key()))
                .filter(visible)
                .map(Person::name)
                .toList();
    }
}
