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
            return Optional.of(role(role, less(role.sets()), role.conflicts()));
        }
        if (element instanceof Assignment one) {
            return Optional.<Element>of(one)
                    .filter(any -> !one.gives().equals(new Assignment.Gives.OfSet(key)));
        }
        if (element instanceof Delegation one) {
            List<String> sets = less(one.sets());
            return sets.isEmpty()
                    ? Optional.empty()
                    : Optional.of(
                            new Delegation(
                                    one.key(),
                                    one.principal(),
                                    one.delegate(),
                                    sets,
                                    one.times(),
                                    one.reason()));
        }
        return Optional.of(element);
    }

    private Optional<Element> withoutRole(Element element) {
        if (element instanceof Role role) {
            Set<String> conflicts = new TreeSet<>(role.conflicts());
            conflicts.remove(key);
            return Optional.of(role(role, role.sets(), conflicts));
        }
        if (element instanceof Assignment one) {
            return Optional.<Element>of(one)
                    .filter(any -> !one.gives().equals(new Assignment.Gives.OfRole(key)));
        }
        if (element instanceof SharingRule one) {
            Optional<Audience> owners = one.ownedBy().flatMap(this::less);
            return owners.isPresent() == one.ownedBy().isPresent()
                    ? to(one.audience(), audience -> rule(one, owners, audience))
                    : Optional.empty();
        }
        if (element instanceof DirectShare one) {
            return to(one.audience(), audience -> share(one, audience));
        }
        if (element instanceof AccountFilter one) {
            return to(one.audience(), audience -> filter(one, audience));
        }
        if (element instanceof FieldFilter one) {
            return to(one.audience(), audience -> filter(one, audience));
        }
        if (element instanceof Expectation one) {
            return to(one.subject(), subject -> expectation(one, subject));
        }
        return Optional.of(element);
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

    private static Role role(Role role, List<String> sets, Set<String> conflicts) {
        return new Role(role.key(), role.name(), role.purpose(), role.meantFor(), sets, conflicts);
    }

    private static SharingRule rule(SharingRule one, Optional<Audience> owners, Audience to) {
        return new SharingRule(
                one.key(),
                one.name(),
                one.recordType(),
                one.condition(),
                owners,
                to,
                one.opening(),
                one.times(),
                one.reason());
    }

    private static DirectShare share(DirectShare one, Audience to) {
        return new DirectShare(
                one.key(),
                one.recordType(),
                one.record(),
                to,
                one.opening(),
                one.until(),
                one.reason(),
                one.givenBy());
    }

    private static AccountFilter filter(AccountFilter one, Audience of) {
        return new AccountFilter(
                one.key(), one.name(), of, one.accounts(), one.recordTypes(), one.condition());
    }

    private static FieldFilter filter(FieldFilter one, Audience of) {
        return new FieldFilter(
                one.key(),
                one.name(),
                of,
                one.recordType(),
                one.fields(),
                one.effect(),
                one.condition());
    }

    private static Expectation expectation(Expectation one, Audience subject) {
        return new Expectation(
                one.key(),
                one.name(),
                subject,
                one.claim(),
                one.target(),
                one.owner(),
                one.reason(),
                one.severity());
    }
}
