package nembar.core.decision;

import nembar.core.catalogue.RecordType;
import nembar.core.design.DirectShare;
import nembar.core.design.Privilege;
import nembar.core.design.SharingRule;
import nembar.core.directory.Audience;

/** How a grant came about (docs/access-model.md, section 4, step 2). */
public sealed interface Route {

    /** An assignment in force gives a privilege for the operation, or for one that carries it. */
    record ByAssignment(Holding holding, Privilege.RecordPrivilege privilege) implements Route {}

    /** The parent's records bring their children with them. */
    record ByParent(RecordType parent, Coverage ofParent) implements Route {}

    /** A sharing rule in force opens it; {@code of} is the type that the rule names. */
    record BySharing(SharingRule rule, Audience.Part through, RecordType of) implements Route {}

    /** A direct share in force opens it, or what is below the record shared. */
    record ByShare(DirectShare share, Audience.Part through, RecordType of) implements Route {}

    /** A child that may be viewed lifts its parent. */
    record ByChild(RecordType child, Coverage ofChild) implements Route {}
}
