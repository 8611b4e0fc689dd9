package nembar.core.review;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Stream;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Opening;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;

/** Who holds what, right by right; what has ended, and whoever is closed, are left out. */
public final class Rights {
    private final AccessModel model;
    private final Instant at;

    public Rights(Moment moment) {
        this.model = moment.model();
        this.at = moment.at();
    }

    /** The rights that a scope has, person by person in the order of their names. */
    public List<Right> of(RightsScope scope) {
        Predicate<Person> whose = whose(scope);
        Predicate<Element> which = which(scope);
        List<Right> rights = new ArrayList<>();
        for (Element element : all()) {
            if (which.test(element)) {
                holders(element).stream()
                        .flatMap(key -> model.directory().person(key).stream())
                        .filter(one -> one.status() != PersonStatus.CLOSED && whose.test(one))
                        .map(one -> new Right(one.key(), element.kind(), element.key()))
                        .forEach(rights::add);
            }
        }
        Directory directory = model.directory();
        rights.sort(
                Comparator.comparing((Right one) -> directory.personName(one.person()))
                        .thenComparing(Right::person));
        return rights;
    }

    /** Whether somebody holds it still. */
    public boolean stands(Right right) {
        return model.element(right.kind(), right.element())
                .filter(one -> !ended(one))
                .filter(one -> holders(one).contains(right.person()))
                .isPresent();
    }

    /** Everything in a design that is a right of somebody, and has not ended. */
    private List<Element> all() {
        List<Element> all = new ArrayList<>();
        for (ElementKind kind : KINDS) {
            model.design().elements(kind).stream().filter(one -> !ended(one)).forEach(all::add);
        }
        return all;
    }

    private static final List<ElementKind> KINDS =
            List.of(
                    ElementKind.ASSIGNMENT,
                    ElementKind.SHARING_RULE,
                    ElementKind.DIRECT_SHARE,
                    ElementKind.DELEGATION);

    private boolean ended(Element element) {
        return times(element).ended(at);
    }

    /** When an assignment, a sharing rule, a direct share or a delegation gives anything. */
    static Times times(Element element) {
        if (element instanceof Assignment one) {
            return one.times();
        }
        if (element instanceof SharingRule one) {
            return one.times();
        }
        return element instanceof DirectShare one ? one.times() : ((Delegation) element).times();
    }

    /** Keys of those who hold what an element gives. */
    private Set<String> holders(Element element) {
        return element instanceof Delegation one
                ? new TreeSet<>(Set.of(one.delegate()))
                : model.peopleIn(audience(element), at);
    }

    /** Whom an assignment, a sharing rule or a direct share is for. */
    static Audience audience(Element element) {
        if (element instanceof Assignment one) {
            return one.audience();
        }
        return element instanceof SharingRule rule
                ? rule.audience()
                : ((DirectShare) element).audience();
    }

    private Predicate<Person> whose(RightsScope scope) {
        if (scope instanceof RightsScope.Externals) {
            return Person::external;
        }
        if (scope instanceof RightsScope.OfPeople some) {
            Set<String> people = model.peopleIn(some.audience(), at);
            return one -> people.contains(one.key());
        }
        return any -> true;
    }

    private Predicate<Element> which(RightsScope scope) {
        if (scope instanceof RightsScope.OfRole of) {
            Assignment.Gives role = new Assignment.Gives.OfRole(of.role());
            return one -> one instanceof Assignment given && given.gives().equals(role);
        }
        if (scope instanceof RightsScope.OfRecordType of) {
            return one ->
                    opens(one, of.recordType())
                            || privileges(one).anyMatch(each -> gives(each, of.recordType()));
        }
        if (scope instanceof RightsScope.OfField of) {
            return one ->
                    privileges(one)
                            .anyMatch(
                                    each ->
                                            each instanceof FieldPrivilege field
                                                    && field.recordType().equals(of.recordType())
                                                    && field.fields().contains(of.field()));
        }
        return any -> true;
    }

    /** What an assignment gives, or is in the sets that a delegation lists; nothing of others. */
    Stream<Privilege> privileges(Element element) {
        List<PrivilegeSet> sets = List.of();
        if (element instanceof Assignment one) {
            sets = model.design().setsOf(one.gives());
        } else if (element instanceof Delegation one) {
            sets = one.sets().stream().flatMap(key -> model.design().set(key).stream()).toList();
        }
        return sets.stream().flatMap(set -> set.privileges().stream());
    }

    private static boolean gives(Privilege privilege, String recordType) {
        if (privilege instanceof RecordPrivilege one) {
            return one.recordType().equals(recordType) && one.reach() != Reach.NONE;
        }
        return privilege instanceof FieldPrivilege one && one.recordType().equals(recordType);
    }

    private static boolean opens(Element element, String recordType) {
        if (element instanceof SharingRule one) {
            return opens(one.recordType(), one.opening(), recordType);
        }
        return element instanceof DirectShare one
                && opens(one.recordType(), one.opening(), recordType);
    }

    private static boolean opens(String of, Opening opening, String recordType) {
        return of.equals(recordType) || opening.below().containsKey(recordType);
    }
}
