package nembar.core.design;

/** One element of a design: what a change puts or removes (docs/access-model.md, sections 3, 8). */
public sealed interface Element
        permits PrivilegeSet,
                Role,
                Assignment,
                SharingRule,
                DirectShare,
                AccountFilter,
                FieldFilter,
                Delegation,
                Expectation,
                SeatPool {
    /** What the element is known by among those of its kind; never changes. */
    String key();

    ElementKind kind();
}
