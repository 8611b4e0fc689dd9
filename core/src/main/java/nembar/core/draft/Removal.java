package nembar.core.draft;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.directory.Audience;
import nembar.core.directory.Audience.HoldersOf;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.element.Elements;

/**
 * What it takes to take an element out (docs/access-model.md, section 9): whatever speaks of it
 * goes too, or is put without it.
 */
public final class Removal {
    private final ElementKind kind;
    private final String key;

    private Removal(ElementKind kind, String key) {
        this.kind = kind;
        this.key = key;
    }

    /** The changes, the removal itself the last of them. */
    public static List<Change> of(Elements all, ElementKind kind, String key) {
        List<Change> changes = new ArrayList<>(besides(all, kind, key));
        changes.add(new Change.Remove(kind, key));
        return changes;
    }

    /**
     * The changes that take a field out of a record type, that of the type the last of them.
     * Conditions that speak of it stay as they are.
     */
    public static List<Change> ofField(Elements all, RecordType type, String field) {
        return CatalogueRemoval.ofField(all, type, field);
    }

    private static List<Change> besides(Elements all, ElementKind kind, String key) {
        return switch (kind) {
            case AREA -> List.of();
            case RECORD_TYPE -> CatalogueRemoval.besidesType(all, key);
            case FUNCTION -> CatalogueRemoval.besidesFunction(all, key);
            default -> {
                Removal removal = new Removal(kind, key);
                yield CatalogueRemoval.changed(all, removal::rest);
            }
        };
    }

    /** The element itself is removed last. */
    private Optional<Element> rest(Element element) {
        return element.kind() == kind && element.key().equals(key)
                ? Optional.of(element)
                : without(element);
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
