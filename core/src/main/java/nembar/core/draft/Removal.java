package nembar.core.draft;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.Element;
import nembar.core.design.ElementKind;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.directory.Audience;
import nembar.core.directory.Audience.HoldersOf;

/**
 * What it takes to take an element out of a design (docs/access-model.md, section 9): whatever
 * speaks of it goes too, or is put without it.
 */
public final class Removal {
    private final ElementKind kind;
    private final String key;

    private Removal(ElementKind kind, String key) {
        this.kind = kind;
        this.key = key;
    }

    /** The changes, the removal itself the last of them. */
    public static List<Change> of(Design design, ElementKind kind, String key) {
        Removal removal = new Removal(kind, key);
        List<Change> changes = new ArrayList<>();
        for (Element element : design.elements()) {
            Optional<Element> rest =
                    element.kind() == kind && element.key().equals(key)
                            ? Optional.of(element)
                            : removal.without(element);
            if (rest.isEmpty()) {
                changes.add(Change.Remove.of(element));
            } else if (!rest.get().equals(element)) {
                changes.add(Change.Put.of(rest.get()));
            }
        }
        changes.add(new Change.Remove(kind, key));
        return changes;
    }

    /** The element without what is taken out; empty where nothing sensible is left. */
    private Optional<Element> without(Element element) {
        return switch (kind) {
            case PRIVILEGE_SET -> withoutSet(element);
            case ROLE -> withoutRole(element);
            default -> Optional.of(element);
        };
    }

    private Optional<Element> withoutSet(Element element) {
        if (element instanceof Role role) {
            return Optional.of(role.withSets(less(role.sets())));
        }
        if (element instanceof Assignment one) {
            return Optional.<Element>of(one)
                    .filter(any -> !one.gives().equals(new Assignment.Gives.OfSet(key)));
        }
        if (element instanceof SeatPool one) {
            return rest(one.withoutSet(key));
        }
        if (element instanceof Delegation one) {
            List<String> sets = less(one.sets());
            return sets.isEmpty() ? Optional.empty() : Optional.of(one.withSets(sets));
        }
        return Optional.of(element);
    }

    private Optional<Element> withoutRole(Element element) {
        if (element instanceof Role role) {
            Set<String> conflicts = new TreeSet<>(role.conflicts());
            conflicts.remove(key);
            return Optional.of(role.withConflicts(conflicts));
        }
        if (element instanceof SeatPool one) {
            return rest(one.withoutRole(key));
        }
        if (element instanceof Assignment one) {
            return Optional.<Element>of(one)
                    .filter(any -> !one.gives().equals(new Assignment.Gives.OfRole(key)));
        }
        if (element instanceof SharingRule one) {
            Optional<Audience> owners = one.ownedBy().flatMap(this::less);
            return owners.isPresent() == one.ownedBy().isPresent()
                    ? to(one.audience(), one.withOwnedBy(owners)::withAudience)
                    : Optional.empty();
        }
        if (element instanceof DirectShare one) {
            return to(one.audience(), one::withAudience);
        }
        if (element instanceof AccountFilter one) {
            return to(one.audience(), one::withAudience);
        }
        if (element instanceof FieldFilter one) {
            return to(one.audience(), one::withAudience);
        }
        if (element instanceof Expectation one) {
            return to(one.subject(), one::withSubject);
        }
        return Optional.of(element);
    }

    private static Optional<Element> rest(SeatPool pool) {
        return pool.takenByNothing() ? Optional.empty() : Optional.of(pool);
    }

    private List<String> less(List<String> keys) {
        return keys.stream().filter(one -> !one.equals(key)).toList();
    }

    private Optional<Element> to(Audience audience, Function<Audience, Element> with) {
        return less(audience).map(with);
    }

    /** The audience without the role's holders; empty where it was of nobody else. */
    private Optional<Audience> less(Audience audience) {
        Audience rest = new Audience(lessHolders(audience.of()), lessHolders(audience.except()));
        return Optional.of(rest).filter(one -> !one.of().isEmpty());
    }

    private List<Audience.Part> lessHolders(List<Audience.Part> parts) {
        return parts.stream().filter(one -> !one.equals(new HoldersOf(key))).toList();
    }
}
