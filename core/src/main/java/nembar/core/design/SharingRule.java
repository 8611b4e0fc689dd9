package nembar.core.design;

import java.util.Optional;
import nembar.core.condition.Condition;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * Opens the records of one type that meet a condition, or whose owner is in an audience, to an
 * audience (docs/access-model.md, section 3). Exactly one of the two is there.
 *
 * @param ownedBy whose records are opened
 */
public record SharingRule(
        String key,
        String name,
        String recordType,
        Optional<Condition> condition,
        Optional<Audience> ownedBy,
        Audience audience,
        Opening opening,
        Times times,
        String reason)
        implements Element {
    /** This rule for another audience. */
    public SharingRule withAudience(Audience other) {
        return new SharingRule(
                key, name, recordType, condition, ownedBy, other, opening, times, reason);
    }

    /** This rule on the records of other owners. */
    public SharingRule withOwnedBy(Optional<Audience> owners) {
        return new SharingRule(
                key, name, recordType, condition, owners, audience, opening, times, reason);
    }

    /** This rule at other times. */
    public SharingRule at(Times others) {
        return new SharingRule(
                key, name, recordType, condition, ownedBy, audience, opening, others, reason);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.SHARING_RULE;
    }
}
