package nembar.core.directory;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.condition.Condition;

/**
 * People who work together across units (docs/access-model.md, section 2). Leads are members too.
 *
 * @param members keys of the people listed; {@link Directory#membersOf} has those by condition too
 * @param leads keys of those who lead it
 * @param who members too are the people who meet this condition
 */
public record Team(
        String key, String name, Set<String> members, Set<String> leads, Optional<Condition> who) {
    /** Of listed people only. */
    public Team(String key, String name, Set<String> members, Set<String> leads) {
        this(key, name, members, leads, Optional.empty());
    }

    public Team {
        TreeSet<String> everybody = new TreeSet<>(members);
        everybody.addAll(leads);
        members = Collections.unmodifiableSet(everybody);
        leads = Collections.unmodifiableSet(new TreeSet<>(leads));
    }

    /** This team with other listed people; leads are members too. */
    public Team withMembers(Set<String> others, Set<String> leading) {
        return new Team(key, name, others, leading, who);
    }
}
