package nembar.server.records;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;
import nembar.core.sql.ListQuery.Page;

/**
 * The records that one question looks at, with those above and below them. They are read when they
 * are first asked for, once, and for all of one type together: what is above or below one is read
 * for all the others in the same query. For one thread.
 */
public final class RelatedRecords implements Relatives {
    /** More records that refer to so many others are read for each of these on its own. */
    private static final int AT_MOST = 10_000;

    private final Records records;
    private final String application;
    private final Catalogue catalogue;
    private final Map<String, Set<String>> wanted = new HashMap<>();
    private final Map<String, Map<String, Optional<GovernedRecord>>> known = new HashMap<>();
    private final Map<List<String>, Map<String, List<GovernedRecord>>> referring = new HashMap<>();

    RelatedRecords(Records records, String application, Catalogue catalogue) {
        this.records = records;
        this.application = application;
        this.catalogue = catalogue;
    }

    /** Says that the record will be asked for. */
    public void want(RecordType type, String key) {
        wanted.computeIfAbsent(type.key(), any -> new LinkedHashSet<>()).add(key);
    }

    @Override
    public Optional<GovernedRecord> record(RecordType type, String key) {
        if (!of(type).containsKey(key)) {
            Set<String> keys = new TreeSet<>(wanted.getOrDefault(type.key(), Set.of()));
            catalogue
                    .childrenOf(type)
                    .forEach(child -> keys.addAll(parents(child, child.parent().orElseThrow())));
            keys.add(key);
            keys.removeAll(of(type).keySet());
            keys.forEach(one -> of(type).put(one, Optional.empty()));
            read(type, type.keyField(), keys).forEach(one -> know(type, one));
        }
        return of(type).get(key);
    }

    @Override
    public List<GovernedRecord> referring(RecordType type, String through, String key) {
        Map<String, List<GovernedRecord>> by =
                referring.computeIfAbsent(List.of(type.key(), through), any -> new HashMap<>());
        if (!by.containsKey(key)) {
            Set<String> keys = new TreeSet<>(Set.of(key));
            catalogue
                    .parentOf(type)
                    .filter(any -> type.parent().orElseThrow().through().equals(through))
                    .ifPresent(parent -> keys.addAll(there(parent)));
            keys.removeAll(by.keySet());
            List<GovernedRecord> all = read(type, through, keys);
            if (all.size() >= AT_MOST && keys.size() > 1) {
                keys.clear();
                keys.add(key);
                all = read(type, through, keys);
            }
            keys.forEach(one -> by.put(one, new ArrayList<>()));
            for (GovernedRecord one : all) {
                know(type, one);
                one.keys(through).stream()
                        .distinct()
                        .filter(by::containsKey)
                        .forEach(above -> by.get(above).add(one));
            }
        }
        return by.get(key);
    }

    private Map<String, Optional<GovernedRecord>> of(RecordType type) {
        return known.computeIfAbsent(type.key(), any -> new HashMap<>());
    }

    private void know(RecordType type, GovernedRecord one) {
        one.key(type.keyField()).ifPresent(key -> of(type).put(key, Optional.of(one)));
    }

    /** Keys of the records of the type that are known and there. */
    private List<String> there(RecordType type) {
        return of(type).entrySet().stream()
                .filter(one -> one.getValue().isPresent())
                .map(Map.Entry::getKey)
                .toList();
    }

    /** Keys of what is above the records of the type that are known. */
    private List<String> parents(RecordType type, Parent link) {
        return of(type).values().stream()
                .flatMap(Optional::stream)
                .flatMap(one -> one.key(link.through()).stream())
                .toList();
    }

    private List<GovernedRecord> read(RecordType type, String field, Collection<String> keys) {
        return keys.isEmpty()
                ? List.of()
                : records.records(
                        application,
                        type,
                        RecordSet.among(field, new TreeSet<>(keys), ""),
                        Page.first(AT_MOST));
    }
}
