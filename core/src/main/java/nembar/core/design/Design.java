package nembar.core.design;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.element.Elements;

/**
 * Everything that is decided about access to one application (docs/access-model.md, section 3).
 * Immutable. Elements keep the order in which they were given; of elements with the same kind and
 * key the first is the one looked up, the model's check reports the others. Two designs are equal
 * when they have the same elements in the same order.
 */
public final class Design implements Elements {
    private final Map<ElementKind, List<Element>> elements = new EnumMap<>(ElementKind.class);
    private final Map<ElementKind, Map<String, Element>> byKey = new EnumMap<>(ElementKind.class);

    private Design(Collection<? extends Element> all) {
        for (ElementKind kind : ElementKind.Part.DESIGN.kinds()) {
            elements.put(kind, new ArrayList<>());
            byKey.put(kind, new LinkedHashMap<>());
        }
        for (Element element : all) {
            if (element.kind().inCatalogue()) {
                continue;
            }
            elements.get(element.kind()).add(element);
            byKey.get(element.kind()).putIfAbsent(element.key(), element);
        }
        elements.replaceAll((kind, list) -> List.copyOf(list));
    }

    /** The design of these elements; those of a catalogue are left aside. */
    public static Design of(Collection<? extends Element> elements) {
        return new Design(elements);
    }

    /** The design of all these lists of elements. */
    @SafeVarargs
    public static Design of(Collection<? extends Element>... lists) {
        return new Design(Arrays.stream(lists).flatMap(Collection::stream).toList());
    }

    public static Design empty() {
        return new Design(List.of());
    }

    /** All elements, kind by kind. */
    public List<Element> elements() {
        return elements.values().stream().flatMap(List::stream).toList();
    }

    @Override
    public List<Element> elements(ElementKind kind) {
        return elements.getOrDefault(kind, List.of());
    }

    @Override
    public Optional<Element> element(ElementKind kind, String key) {
        return Optional.ofNullable(byKey.getOrDefault(kind, Map.of()).get(key));
    }

    public List<PrivilegeSet> sets() {
        return list(ElementKind.PRIVILEGE_SET);
    }

    public List<Role> roles() {
        return list(ElementKind.ROLE);
    }

    public List<Assignment> assignments() {
        return list(ElementKind.ASSIGNMENT);
    }

    public List<SharingRule> sharingRules() {
        return list(ElementKind.SHARING_RULE);
    }

    public List<DirectShare> directShares() {
        return list(ElementKind.DIRECT_SHARE);
    }

    public List<AccountFilter> accountFilters() {
        return list(ElementKind.ACCOUNT_FILTER);
    }

    public List<FieldFilter> fieldFilters() {
        return list(ElementKind.FIELD_FILTER);
    }

    public List<Delegation> delegations() {
        return list(ElementKind.DELEGATION);
    }

    public List<Expectation> expectations() {
        return list(ElementKind.EXPECTATION);
    }

    public List<SeatPool> seatPools() {
        return list(ElementKind.SEAT_POOL);
    }

    public Optional<PrivilegeSet> set(String key) {
        return element(ElementKind.PRIVILEGE_SET, key).map(PrivilegeSet.class::cast);
    }

    public Optional<Role> role(String key) {
        return element(ElementKind.ROLE, key).map(Role.class::cast);
    }

    /** The role or set that an assignment gives. */
    public Element given(Assignment assignment) {
        Optional<? extends Element> given =
                assignment.gives() instanceof Assignment.Gives.OfRole of
                        ? role(of.role())
                        : set(((Assignment.Gives.OfSet) assignment.gives()).set());
        return given.orElseThrow();
    }

    /** The sets that an assignment of this gives, in the role's order. */
    public List<PrivilegeSet> setsOf(Assignment.Gives gives) {
        if (gives instanceof Assignment.Gives.OfRole ofRole) {
            return role(ofRole.role()).stream()
                    .flatMap(role -> role.sets().stream())
                    .flatMap(key -> set(key).stream())
                    .toList();
        }
        return set(((Assignment.Gives.OfSet) gives).set()).stream().toList();
    }

    @SuppressWarnings("unchecked")
    private <T extends Element> List<T> list(ElementKind kind) {
        return (List<T>) (List<?>) elements.get(kind);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Design same && elements.equals(same.elements);
    }

    @Override
    public int hashCode() {
        return elements.hashCode();
    }

    @Override
    public String toString() {
        return elements.toString();
    }
}
