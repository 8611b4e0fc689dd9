package nembar.core.design;

import java.util.List;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * One person lets another act for them with listed privilege sets (docs/access-model.md, section
 * 3). The delegate may then do what both the sets and the principal's own access allow, cut by the
 * filters of both.
 *
 * @param principal key of the person acted for
 * @param delegate key of the person who may act
 * @param sets keys of privilege sets
 */
public record Delegation(
        String key,
        String principal,
        String delegate,
        List<String> sets,
        Times times,
        String reason)
        implements Element {
    public Delegation {
        sets = List.copyOf(sets);
    }

    /** This delegation with other privilege sets. */
    public Delegation withSets(List<String> others) {
        return new Delegation(key, principal, delegate, others, times, reason);
    }

    /** This delegation at other times. */
    public Delegation at(Times others) {
        return new Delegation(key, principal, delegate, sets, others, reason);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.DELEGATION;
    }
}
