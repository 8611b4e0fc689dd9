package nembar.core.answers;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.catalogue.Catalogue;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.SharingRule;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * The record types whose records a change of the design can give or take: those named by what
 * changed, and those to which rights on them travel. Rather too many than too few.
 */
final class Touched {
    private final Design before;
    private final Design after;
    private final Set<String> types = new HashSet<>();
    private boolean all;

    private Touched(Design before, Design after) {
        this.before = before;
        this.after = after;
    }

    /** Keys of the record types touched; empty for all of them. */
    static Optional<Set<String>> between(Catalogue catalogue, Design before, Design after) {
        Touched touched = new Touched(before, after);
        for (ElementKind kind : ElementKind.values()) {
            for (Element element : before.elements(kind)) {
                Element now = after.element(kind, element.key()).orElse(null);
                if (!element.equals(now)) {
                    touched.changed(Optional.of(element), Optional.ofNullable(now));
                }
            }
            for (Element element : after.elements(kind)) {
                if (before.element(kind, element.key()).isEmpty()) {
                    touched.changed(Optional.empty(), Optional.of(element));
                }
            }
        }
        return touched.all
                ? Optional.empty()
                : Optional.of(Travel.onward(catalogue, touched.types));
    }

    private void changed(Optional<Element> was, Optional<Element> is) {
        List<Element> both =
                Stream.concat(was.stream(), is.stream()).filter(Objects::nonNull).toList();
        for (Element element : both) {
            if (element instanceof PrivilegeSet set) {
                PrivilegeSet other =
                        (PrivilegeSet) (both.get(0) == element ? is : was).orElse(null);
                for (Privilege privilege : set.privileges()) {
                    if (other == null || !other.privileges().contains(privilege)) {
                        privilege(privilege);
                    }
                }
            } else if (element instanceof Role || element instanceof Assignment) {
                // Whoever holds a role may be in the audience of a filter or a share.
                all = all || namesHolders();
                sets(element);
            } else if (element instanceof SharingRule rule) {
                types.add(rule.recordType());
                types.addAll(rule.opening().below().keySet());
            } else if (element instanceof DirectShare share) {
                types.add(share.recordType());
                types.addAll(share.opening().below().keySet());
            } else if (element instanceof FieldFilter filter) {
                types.add(filter.recordType());
            } else if (element instanceof AccountFilter filter) {
                all = all || filter.recordTypes().isEmpty();
                types.addAll(filter.recordTypes());
            }
        }
    }

    private void sets(Element element) {
        for (Design design : List.of(before, after)) {
            if (element instanceof Role role) {
                role.sets().forEach(key -> design.set(key).ifPresent(this::all));
            } else {
                design.setsOf(((Assignment) element).gives()).forEach(this::all);
            }
        }
    }

    private void all(PrivilegeSet set) {
        set.privileges().forEach(this::privilege);
    }

    private void privilege(Privilege privilege) {
        if (privilege instanceof Privilege.RecordPrivilege of) {
            types.add(of.recordType());
        } else if (privilege instanceof Privilege.FieldPrivilege of) {
            types.add(of.recordType());
        } else {
            // Conditions may ask for a level of the function, on records of any type.
            all = all || asksForFunctions();
        }
    }

    private boolean namesHolders() {
        return Stream.of(before, after)
                .flatMap(Touched::audiences)
                .anyMatch(Audience::namesHolders);
    }

    /** Whom the elements of a design that give, open or cut anything are for. */
    private static Stream<Audience> audiences(Design design) {
        return Stream.of(
                        design.assignments().stream().map(Assignment::audience),
                        design.sharingRules().stream().map(SharingRule::audience),
                        design.sharingRules().stream().flatMap(rule -> rule.ownedBy().stream()),
                        design.directShares().stream().map(DirectShare::audience),
                        design.accountFilters().stream().map(AccountFilter::audience),
                        design.fieldFilters().stream().map(FieldFilter::audience))
                .flatMap(all -> all);
    }

    private boolean asksForFunctions() {
        return Stream.of(before, after)
                .flatMap(design -> Conditions.of(design).stream())
                .anyMatch(used -> used.condition().text().contains("has("));
    }
}
