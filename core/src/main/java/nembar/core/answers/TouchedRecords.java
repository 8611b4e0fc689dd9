package nembar.core.answers;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.decision.PersonAccess;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.SharingRule;
import nembar.core.element.Element;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;

/** How many records elements are about, where that is the same for everybody. */
public final class TouchedRecords {
    private final Moment moment;

    public TouchedRecords(Moment moment) {
        this.moment = moment;
    }

    /** By element; one that depends on who looks, or may not be told, is left out. */
    public Map<Element, Long> count(Collection<Element> elements, Counting counting) {
        Map<Element, RecordSet> sets = new HashMap<>();
        Map<RecordType, Set<RecordSet>> byType = new HashMap<>();
        Map<Element, RecordType> types = new HashMap<>();
        for (Element element : elements) {
            Optional<RecordType> type = type(element);
            Optional<RecordSet> set = type.flatMap(one -> set(element, one));
            if (set.isPresent()) {
                sets.put(element, set.get());
                types.put(element, type.get());
                byType.computeIfAbsent(type.get(), any -> new HashSet<>()).add(set.get());
            }
        }
        Map<RecordType, Map<RecordSet, Long>> counts = new HashMap<>();
        byType.forEach((type, some) -> counts.put(type, counting.count(type, some)));
        Map<Element, Long> numbers = new HashMap<>();
        sets.forEach(
                (element, set) -> {
                    long number = counts.get(types.get(element)).get(set);
                    if (number != Counting.WITHHELD) {
                        numbers.put(element, number);
                    }
                });
        return numbers;
    }

    private Optional<RecordType> type(Element element) {
        String key = "";
        if (element instanceof SharingRule one) {
            key = one.recordType();
        } else if (element instanceof DirectShare one) {
            key = one.recordType();
        } else if (element instanceof FieldFilter one) {
            key = one.recordType();
        } else if (element instanceof Expectation one
                && one.target() instanceof Expectation.Target.OnRecords of) {
            key = of.recordType();
        }
        return moment.model().catalogue().recordType(key);
    }

    private Optional<RecordSet> set(Element element, RecordType type) {
        if (element instanceof DirectShare one) {
            return Optional.of(
                    RecordSet.among(type.keyField(), new TreeSet<>(Set.of(one.record())), ""));
        }
        if (element instanceof SharingRule one) {
            return one.ownedBy().isPresent() ? Optional.empty() : meeting(one.condition(), type);
        }
        if (element instanceof FieldFilter one) {
            return meeting(one.condition(), type);
        }
        Expectation one = (Expectation) element;
        return meeting(((Expectation.Target.OnRecords) one.target()).condition(), type);
    }

    /** Those that meet a condition; empty where that depends on who looks. */
    private Optional<RecordSet> meeting(Optional<Condition> condition, RecordType type) {
        boolean personal = condition.filter(Condition::personal).isPresent();
        if (personal || moment.model().directory().people().isEmpty()) {
            return Optional.empty();
        }
        if (condition.isEmpty()) {
            return Optional.of(RecordSet.EVERYTHING);
        }
        Standpoint anybody = Standpoint.of(moment.model().directory().people().get(0), moment.at());
        return Optional.of(new PersonAccess(moment.model(), anybody).meeting(condition, type));
    }
}
