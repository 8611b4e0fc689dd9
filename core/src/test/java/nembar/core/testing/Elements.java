package nembar.core.testing;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.DirectShare;
import nembar.core.design.FieldFilter;
import nembar.core.design.Opening;
import nembar.core.design.Role;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;

/** Elements of a design of which only what a test is about is said. */
public final class Elements {
    /** View alone, and nothing below. */
    public static final Opening VIEW = new Opening(Set.of("view"), Map.of());

    private Elements() {}

    public static Role role(String key, String... sets) {
        return new Role(key, key, "", Role.MeantFor.ANY, List.of(sets), Set.of());
    }

    /** Without bounds. */
    public static Assignment assignment(
            String key, Audience audience, Assignment.Gives gives, Times times) {
        return new Assignment(
                key, audience, gives, Bounds.NONE, times, "", Optional.empty(), Optional.empty());
    }

    /** Opens an owner's records. */
    public static SharingRule ofOwner(
            String key, String type, Audience owner, Audience audience, Opening opening) {
        return rule(
                key, type, Optional.empty(), Optional.of(owner), audience, opening, Times.ALWAYS);
    }

    public static SharingRule rule(
            String key,
            String type,
            Optional<Condition> condition,
            Optional<Audience> ownedBy,
            Audience audience,
            Opening opening,
            Times times) {
        return new SharingRule(key, key, type, condition, ownedBy, audience, opening, times, "");
    }

    /** Opens one record to view. */
    public static DirectShare share(
            String key, String type, String record, Audience audience, Optional<Instant> until) {
        return new DirectShare(key, type, record, audience, VIEW, until, "", Optional.empty());
    }

    /** Keeps an audience to the records of one account; on all types where none are said. */
    public static AccountFilter accountFilter(
            String key, Audience audience, String account, Set<String> types) {
        return new AccountFilter(
                key,
                key,
                audience,
                new AccountScope(false, Set.of(account), Set.of()),
                types,
                Optional.empty());
    }

    /** Hides a field. */
    public static FieldFilter hides(
            String key,
            Audience audience,
            String type,
            String field,
            Optional<Condition> condition) {
        return new FieldFilter(
                key, key, audience, type, Set.of(field), new FieldFilter.Effect.Hide(), condition);
    }
}
