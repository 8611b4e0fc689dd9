package nembar.core.answers;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.Grant;
import nembar.core.decision.Route;
import nembar.core.element.Element;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;

/** What sharing rules and direct shares open to some personas, and what filters leave of it. */
public final class ShareReach {
    private final Moment moment;
    private final Counting counting;
    private final Map<Element, Map<RecordType, Set<RecordSet>>> opened = new LinkedHashMap<>();
    private final Map<Element, Map<RecordType, Set<RecordSet>>> left = new LinkedHashMap<>();

    public ShareReach(Moment moment, Counting counting) {
        this.moment = moment;
        this.counting = counting;
    }

    /** Adds what the shares that are meant open to a persona. */
    public void add(Persona persona, Predicate<Element> meant) {
        if (!persona.person().active()) {
            return;
        }
        for (RecordType type : moment.model().catalogue().recordTypes()) {
            Coverage view = moment.accessOn(persona, type).coverage(type, Operation.VIEW);
            for (Grant grant : view.grants()) {
                sharer(grant.route())
                        .filter(meant)
                        .ifPresent(
                                by -> {
                                    put(opened, by, type, grant.records());
                                    put(
                                            left,
                                            by,
                                            type,
                                            RecordSet.allOf(grant.records(), view.letThrough()));
                                });
            }
        }
    }

    /** The shares that open anything to anybody added, as it is written. */
    public Set<Element> shares() {
        return opened.keySet();
    }

    /** How many records a share opens, over all kinds; fewer than 0 where that may not be told. */
    public long opened(Element share) {
        return number(opened.getOrDefault(share, Map.of()));
    }

    /** How many of them filters leave. */
    public long left(Element share) {
        return number(left.getOrDefault(share, Map.of()));
    }

    private static Optional<Element> sharer(Route route) {
        if (route instanceof Route.BySharing by) {
            return Optional.of(by.rule());
        }
        return route instanceof Route.ByShare by ? Optional.of(by.share()) : Optional.empty();
    }

    private static void put(
            Map<Element, Map<RecordType, Set<RecordSet>>> all,
            Element element,
            RecordType type,
            RecordSet set) {
        all.computeIfAbsent(element, any -> new LinkedHashMap<>())
                .computeIfAbsent(type, any -> new LinkedHashSet<>())
                .add(set);
    }

    private long number(Map<RecordType, Set<RecordSet>> byType) {
        long number = 0;
        for (Map.Entry<RecordType, Set<RecordSet>> one : byType.entrySet()) {
            for (long count : counting.count(one.getKey(), one.getValue()).values()) {
                if (count == Counting.WITHHELD) {
                    return Counting.WITHHELD;
                }
                number += count;
            }
        }
        return number;
    }
}
