package nembar.core.draft;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.Expectation.Target;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.element.Elements;

/**
 * What it takes to govern something no longer (docs/access-model.md, section 8): what gives rights
 * on it gives the rest, and what is about nothing else goes too. Conditions that speak of it stay,
 * and have to be rewritten by somebody who knows what they mean.
 */
final class CatalogueRemoval {
    private CatalogueRemoval() {}

    /** The changes besides the record type's own removal. */
    static List<Change> besidesType(Elements all, String type) {
        return changed(all, element -> withoutType(element, type));
    }

    /** The changes besides the function's own removal. */
    static List<Change> besidesFunction(Elements all, String function) {
        return changed(all, element -> withoutFunction(element, function));
    }

    /** The changes that take a field out, that of its record type the last of them. */
    static List<Change> ofField(Elements all, RecordType type, String field) {
        List<Change> changes = changed(all, element -> withoutField(element, type.key(), field));
        List<Field> rest = type.fields().stream().filter(one -> !one.key().equals(field)).toList();
        Optional<String> gone = Optional.of(field);
        RecordType.Places places = type.places();
        changes.add(
                Change.Put.of(
                        type.with(
                                new RecordType.Places(
                                        places.owner().filter(one -> !one.equals(field)),
                                        places.team().filter(one -> !one.equals(field)),
                                        places.unit().filter(one -> !one.equals(field)),
                                        places.account().filter(one -> !one.equals(field))),
                                type.parent()
                                        .filter(one -> !gone.equals(Optional.of(one.through()))),
                                rest)));
        return changes;
    }

    /** What each element becomes without something; empty for one that goes too. */
    static List<Change> changed(
            Elements all, java.util.function.Function<Element, Optional<Element>> without) {
        List<Change> changes = new ArrayList<>();
        for (ElementKind kind : ElementKind.values()) {
            for (Element element : all.elements(kind)) {
                Optional<Element> rest = without.apply(element);
                if (rest.isEmpty()) {
                    changes.add(Change.Remove.of(element));
                } else if (!rest.get().equals(element)) {
                    changes.add(Change.Put.of(rest.get()));
                }
            }
        }
        return changes;
    }

    private static Optional<Element> withoutType(Element element, String type) {
        if (element instanceof RecordType one && !one.key().equals(type)) {
            return Optional.of(looseFrom(one, type));
        }
        if (element instanceof Function one) {
            return Optional.of(
                    needing(
                            one,
                            need ->
                                    !(need instanceof Function.PrivilegeNeed of
                                            && of.recordType().equals(type))));
        }
        if (element instanceof PrivilegeSet set) {
            return Optional.of(giving(set, privilege -> !on(privilege, type)));
        }
        if (element instanceof AccountFilter filter && filter.recordTypes().contains(type)) {
            Set<String> rest = less(filter.recordTypes(), type);
            return rest.isEmpty() ? Optional.empty() : Optional.of(filter.withRecordTypes(rest));
        }
        boolean about =
                element instanceof SharingRule rule && rule.recordType().equals(type)
                        || element instanceof DirectShare share && share.recordType().equals(type)
                        || element instanceof FieldFilter filter && filter.recordType().equals(type)
                        || element instanceof Expectation one && on(one.target(), type);
        return about ? Optional.empty() : Optional.of(element);
    }

    /** Neither part of the type nor leading to it. */
    private static RecordType looseFrom(RecordType one, String type) {
        return one.with(
                one.parent().filter(parent -> !parent.recordType().equals(type)),
                one.fields().stream()
                        .map(
                                field ->
                                        field.refersTo().filter(type::equals).isPresent()
                                                ? field.as(FieldType.TEXT, Optional.empty())
                                                : field)
                        .toList());
    }

    private static boolean on(Privilege privilege, String type) {
        return privilege instanceof RecordPrivilege of && of.recordType().equals(type)
                || privilege instanceof FieldPrivilege fields && fields.recordType().equals(type);
    }

    private static boolean on(Target target, String type) {
        return target instanceof Target.OnRecords of && of.recordType().equals(type)
                || target instanceof Target.OnRecord one && one.recordType().equals(type)
                || target instanceof Target.OnField field && field.recordType().equals(type);
    }

    private static Optional<Element> withoutFunction(Element element, String function) {
        if (element instanceof Function one) {
            return Optional.of(
                    needing(
                            one,
                            need ->
                                    !(need instanceof Function.FunctionNeed of
                                            && of.function().equals(function))));
        }
        if (element instanceof PrivilegeSet set) {
            return Optional.of(
                    giving(
                            set,
                            privilege ->
                                    !(privilege instanceof FunctionPrivilege of
                                            && of.function().equals(function))));
        }
        if (element instanceof SeatPool pool && pool.functions().containsKey(function)) {
            SeatPool rest = pool.withoutFunction(function);
            return rest.takenByNothing() ? Optional.empty() : Optional.of(rest);
        }
        boolean about =
                element instanceof Expectation one
                        && one.target() instanceof Target.OnFunction of
                        && of.function().equals(function);
        return about ? Optional.empty() : Optional.of(element);
    }

    private static Optional<Element> withoutField(Element element, String type, String field) {
        if (element instanceof PrivilegeSet set) {
            return Optional.of(
                    set.withPrivileges(
                            set.privileges().stream()
                                    .flatMap(one -> withoutField(one, type, field).stream())
                                    .toList()));
        }
        if (element instanceof FieldFilter filter
                && filter.recordType().equals(type)
                && filter.fields().contains(field)) {
            Set<String> rest = less(filter.fields(), field);
            return rest.isEmpty() ? Optional.empty() : Optional.of(filter.withFields(rest));
        }
        boolean about =
                element instanceof Expectation one
                        && one.target() instanceof Target.OnField of
                        && of.recordType().equals(type)
                        && of.field().equals(field);
        return about ? Optional.empty() : Optional.of(element);
    }

    private static Optional<Privilege> withoutField(
            Privilege privilege, String type, String field) {
        if (privilege instanceof FieldPrivilege of
                && of.recordType().equals(type)
                && of.fields().contains(field)) {
            Set<String> rest = less(of.fields(), field);
            return rest.isEmpty()
                    ? Optional.empty()
                    : Optional.of(
                            new FieldPrivilege(type, rest, of.use(), of.reach(), of.condition()));
        }
        return Optional.of(privilege);
    }

    private static Set<String> less(Set<String> keys, String key) {
        Set<String> rest = new TreeSet<>(keys);
        rest.remove(key);
        return rest;
    }

    private static Function needing(Function one, Predicate<Function.Need> still) {
        return new Function(
                one.key(),
                one.name(),
                one.area(),
                one.levels(),
                one.needs().stream().filter(still).toList(),
                one.explanation());
    }

    private static PrivilegeSet giving(PrivilegeSet set, Predicate<Privilege> still) {
        return set.withPrivileges(set.privileges().stream().filter(still).toList());
    }
}
