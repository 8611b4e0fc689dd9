package nembar.core.design;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/**
 * A choice of accounts, for bounds and account filters (docs/access-model.md, section 3): the union
 * of the account acted for, accounts listed by key, and accounts with a tag.
 */
public record AccountScope(boolean actedFor, Set<String> listed, Set<String> tagged) {
    public AccountScope {
        listed = Collections.unmodifiableSet(new TreeSet<>(listed));
        tagged = Collections.unmodifiableSet(new TreeSet<>(tagged));
    }

    /** The one account the person acts for. */
    public static AccountScope ofActedFor() {
        return new AccountScope(true, Set.of(), Set.of());
    }
}
