package nembar.core.decision;

import nembar.core.recordset.RecordSet;

/** A route, and the records it grants. */
public record Grant(Route route, RecordSet records) {
    /** Whether it is only a lift: open fields to view, and nothing beyond. */
    public boolean lifted() {
        return route instanceof Route.ByChild;
    }
}
