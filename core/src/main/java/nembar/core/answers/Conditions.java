package nembar.core.answers;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.Design;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SharingRule;
import nembar.core.element.Element;

/** Every condition in a design that access depends on, and where it stands. */
public final class Conditions {
    /**
     * A condition, and what it belongs to.
     *
     * @param recordType the type it is about; empty for those of every type with an account
     */
    public record Used(Element element, Optional<String> recordType, Condition condition) {}

    private Conditions() {}

    /** Every condition of the design, expectations left out. */
    public static List<Used> of(Design design) {
        List<Used> used = new ArrayList<>();
        design.sets().forEach(one -> used.addAll(of(one)));
        design.sharingRules().forEach(one -> used.addAll(of(one)));
        design.accountFilters().forEach(one -> used.addAll(of(one)));
        design.fieldFilters().forEach(one -> used.addAll(of(one)));
        return used;
    }

    /** The conditions of one element by which it gives or takes. */
    static List<Used> of(Element element) {
        List<Used> used = new ArrayList<>();
        if (element instanceof PrivilegeSet set) {
            for (Privilege privilege : set.privileges()) {
                if (privilege instanceof Privilege.RecordPrivilege of) {
                    add(set, Optional.of(of.recordType()), of.condition(), used);
                } else if (privilege instanceof Privilege.FieldPrivilege of) {
                    add(set, Optional.of(of.recordType()), of.condition(), used);
                }
            }
        } else if (element instanceof SharingRule rule) {
            add(rule, Optional.of(rule.recordType()), rule.condition(), used);
        } else if (element instanceof AccountFilter filter) {
            add(filter, filter.recordTypes().stream().findFirst(), filter.condition(), used);
        } else if (element instanceof FieldFilter filter) {
            add(filter, Optional.of(filter.recordType()), filter.condition(), used);
        }
        return used;
    }

    private static void add(
            Element element,
            Optional<String> recordType,
            Optional<Condition> condition,
            List<Used> used) {
        condition.ifPresent(one -> used.add(new Used(element, recordType, one)));
    }
}
