package nembar.core.design;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Audience;

/**
 * Keeps an audience to the records of certain accounts (docs/access-model.md, section 3).
 *
 * @param recordTypes keys of the record types it binds; empty for every one with an account field
 */
public record AccountFilter(
        String key,
        String name,
        Audience audience,
        AccountScope accounts,
        Set<String> recordTypes) {
    public AccountFilter {
        recordTypes = Collections.unmodifiableSet(new TreeSet<>(recordTypes));
    }

    public boolean binds(RecordType type) {
        return type.places().account().isPresent()
                && (recordTypes.isEmpty() || recordTypes.contains(type.key()));
    }
}
