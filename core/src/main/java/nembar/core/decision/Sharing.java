package nembar.core.decision;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.BiFunction;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.design.DirectShare;
import nembar.core.design.Opening;
import nembar.core.design.SharingRule;
import nembar.core.directory.Audience;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Wording;

/** What sharing rules and direct shares open to a person (docs/access-model.md, section 3). */
final class Sharing {
    private final AccessModel model;
    private final Standpoint who;
    private final BiFunction<Condition, RecordType, RecordSet> bound;
    private final boolean counts;

    /**
     * @param bound the records that meet a condition, seen from the person
     * @param counts whether shares count at all here
     */
    Sharing(
            AccessModel model,
            Standpoint who,
            BiFunction<Condition, RecordType, RecordSet> bound,
            boolean counts) {
        this.model = model;
        this.who = who;
        this.bound = bound;
        this.counts = counts;
    }

    List<Grant> grants(RecordType type, Operation operation) {
        List<Grant> grants = new ArrayList<>();
        if (!counts || !model.active(who)) {
            return grants;
        }
        for (SharingRule rule : model.design().sharingRules()) {
            if (model.inForce(rule.times(), who.at())) {
                part(rule.opening(), rule.recordType(), rule.audience(), type, operation)
                        .ifPresent(
                                part ->
                                        grants.add(
                                                new Grant(
                                                        new Route.BySharing(
                                                                rule,
                                                                part,
                                                                type(rule.recordType())),
                                                        opened(rule, type))));
            }
        }
        for (DirectShare share : model.directSharesNear(who)) {
            if (model.inForce(share.times(), who.at())) {
                part(share.opening(), share.recordType(), share.audience(), type, operation)
                        .ifPresent(
                                part ->
                                        grants.add(
                                                new Grant(
                                                        new Route.ByShare(
                                                                share,
                                                                part,
                                                                type(share.recordType())),
                                                        opened(share, type))));
            }
        }
        grants.removeIf(grant -> grant.records().equals(RecordSet.NOTHING));
        return grants;
    }

    /**
     * By which part of the audience it opens this operation on this type; empty where it does not.
     */
    private Optional<Audience.Part> part(
            Opening opening,
            String openedType,
            Audience audience,
            RecordType type,
            Operation operation) {
        return opens(opening, openedType, type, operation)
                ? model.partOf(audience, who)
                : Optional.empty();
    }

    /** Whether an opening of a type's records has the operation on records of another, or of it. */
    static boolean opens(Opening opening, String openedType, RecordType type, Operation operation) {
        Set<String> operations =
                type.key().equals(openedType)
                        ? opening.operations()
                        : opening.below().getOrDefault(type.key(), Set.of());
        for (String key : operations) {
            if (type.operation(key).filter(given -> given.carries(operation)).isPresent()) {
                return true;
            }
        }
        return false;
    }

    /** The records of the type that the rule opens: those it names, or what is below them. */
    RecordSet opened(SharingRule rule, RecordType type) {
        RecordType top = type(rule.recordType());
        RecordSet records =
                rule.condition()
                        .map(condition -> bound.apply(condition, top))
                        .orElseGet(() -> owned(rule, top));
        return below(type, top, records);
    }

    RecordSet opened(DirectShare share, RecordType type) {
        RecordType top = type(share.recordType());
        RecordSet one =
                RecordSet.among(
                        top.keyField(),
                        new TreeSet<>(Set.of(share.record())),
                        top.knownField(top.keyField()).label().toLowerCase(Locale.ROOT)
                                + " is "
                                + share.record());
        return below(type, top, one);
    }

    private RecordSet owned(SharingRule rule, RecordType type) {
        SortedSet<String> owners = model.peopleIn(rule.ownedBy().orElseThrow(), who.at());
        List<String> names =
                owners.stream().limit(3).map(key -> model.directory().personName(key)).toList();
        String words =
                owners.size() > 3
                        ? "owner is one of " + owners.size() + " people"
                        : "owner is " + Wording.or(names);
        return RecordSet.among(type.places().owner().orElseThrow(), owners, words);
    }

    private RecordSet below(RecordType type, RecordType top, RecordSet records) {
        if (type.key().equals(top.key())) {
            return records;
        }
        Parent link = type.parent().orElseThrow();
        RecordType parent = model.catalogue().parentOf(type).orElseThrow();
        return RecordSet.parentIn(parent, link.through(), below(parent, top, records));
    }

    private RecordType type(String key) {
        return model.catalogue().recordType(key).orElseThrow();
    }
}
