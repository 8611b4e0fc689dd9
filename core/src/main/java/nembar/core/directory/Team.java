package nembar.core.directory;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/**
 * People who work together across units (docs/access-model.md, section 2). Leads are members too.
 *
 * @param members keys of the people listed
 * @param leads keys of those who lead it
 */
public record Team(String key, String name, Set<String> members, Set<String> leads) {
    public Team {
        TreeSet<String> everybody = new TreeSet<>(members);
        everybody.addAll(leads);
        members = Collections.unmodifiableSet(everybody);
        leads = Collections.unmodifiableSet(new TreeSet<>(leads));
    }
}
