package nembar.core.answers;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.Design;
import nembar.core.design.Element;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SharingRule;

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
        for (PrivilegeSet set : design.sets()) {
            for (Privilege privilege : set.privileges()) {
                if (privilege instanceof Privilege.RecordPrivilege of) {
                    add(set, Optional.of(of.recordType()), of.condition(), used);
                } else if (privilege instanceof Privilege.FieldPrivilege of) {
                    add(set, Optional.of(of.recordType()), of.condition(), used);
                }
            }
        }
        for (SharingRule rule : design.sharingRules()) {
            add(rule, Optional.of(rule.recordType()), rule.condition(), used);
        }
        for (AccountFilter filter : design.accountFilters()) {
            add(filter, filter.recordTypes().stream().findFirst(), filter.condition(), used);
        }
        for (FieldFilter filter : design.fieldFilters()) {
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
