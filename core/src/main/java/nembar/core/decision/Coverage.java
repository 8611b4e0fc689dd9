package nembar.core.decision;

import java.util.Comparator;
import java.util.List;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Reach;
import nembar.core.recordset.RecordSet;

/**
 * The records of one type on which a person may do one operation, with everything that makes it so.
 *
 * @param grants what is granted, route by route
 * @param withheld grants that do not count, since the person is external, the type has no account
 *     field, and the reach is another than own (docs/access-model.md, section 4)
 * @param cuts the account filters that apply
 */
public record Coverage(
        RecordType type,
        Operation operation,
        List<Grant> grants,
        List<Grant> withheld,
        List<Cut> cuts) {

    public Coverage {
        grants = List.copyOf(grants);
        withheld = List.copyOf(withheld);
        cuts = List.copyOf(cuts);
    }

    /** Grants add up. */
    public RecordSet granted() {
        return RecordSet.anyOf(grants.stream().map(Grant::records).toList());
    }

    /** Filters cut down. */
    public RecordSet letThrough() {
        return RecordSet.allOf(cuts.stream().map(Cut::letsThrough).toList());
    }

    /** Filters win: what is granted and let through. */
    public RecordSet records() {
        return RecordSet.allOf(granted(), letThrough());
    }

    /** The widest reach among the privileges that grant, also those that grant the parent. */
    public Reach widestReach() {
        return grants.stream()
                .map(
                        grant -> {
                            if (grant.route() instanceof Route.ByAssignment by) {
                                return by.privilege().reach();
                            }
                            return grant.route() instanceof Route.ByParent by
                                    ? by.ofParent().widestReach()
                                    : Reach.NONE;
                        })
                .max(Comparator.naturalOrder())
                .orElse(Reach.NONE);
    }

    /** What the person's own privileges grant, without what comes by parents and children. */
    public RecordSet grantedByPrivilege() {
        return RecordSet.anyOf(
                grants.stream()
                        .filter(grant -> grant.route() instanceof Route.ByAssignment)
                        .map(Grant::records)
                        .toList());
    }

    /** This coverage without grants that are only lifts. */
    public Coverage withoutLifts() {
        return new Coverage(
                type,
                operation,
                grants.stream().filter(grant -> !grant.lifted()).toList(),
                withheld,
                cuts);
    }
}
