package nembar.core.directory;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/**
 * An organisation (docs/access-model.md, section 2).
 *
 * @param own whether it is the company itself
 * @param tags words that bounds and account filters may name it by
 */
public record Account(String key, String name, boolean own, Set<String> tags) {
    public Account {
        tags = Collections.unmodifiableSet(new TreeSet<>(tags));
    }
}
