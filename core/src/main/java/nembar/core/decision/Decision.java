package nembar.core.decision;

import java.util.List;

/**
 * The answer on one record (docs/access-model.md, section 4).
 *
 * @param allowed yes exactly when the person is active, some grant covers the record and no filter
 *     cuts it
 * @param active step 1
 * @param grants step 2: every grant that covers the record, also where a filter then cuts it
 * @param cuts step 3: every filter that does not let the record through
 */
public record Decision(boolean allowed, boolean active, List<Grant> grants, List<Cut> cuts) {
    public Decision {
        grants = List.copyOf(grants);
        cuts = List.copyOf(cuts);
    }

    static Decision notActive() {
        return new Decision(false, false, List.of(), List.of());
    }
}
