package nembar.core.decision;

import java.util.Optional;
import nembar.core.design.AccountFilter;
import nembar.core.recordset.RecordSet;

/**
 * An account filter that applies to the person and the record type (docs/access-model.md, section
 * 4, step 3).
 *
 * @param filter empty for the externals' own-account filter, which nobody can remove
 * @param letsThrough the records it lets through
 */
public record Cut(Optional<AccountFilter> filter, RecordSet letsThrough) {
    public static final String OWN_ACCOUNT = "Own account only";

    public String name() {
        return filter.map(AccountFilter::name).orElse(OWN_ACCOUNT);
    }
}
