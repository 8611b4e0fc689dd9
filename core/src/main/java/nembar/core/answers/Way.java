package nembar.core.answers;

import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Grant;
import nembar.core.decision.Holding;
import nembar.core.decision.Route;
import nembar.core.element.Element;

/**
 * By what somebody comes by something, without the whole route: the assignment, sharing rule or
 * direct share, or the other record type whose records bring these along (docs/access-model.md,
 * section 6).
 *
 * @param element empty where it comes with another type
 * @param with the type that these records follow or lift; empty where an element gives it
 */
public record Way(Optional<Element> element, Optional<RecordType> with) {
    /** By keys: thousands of ways are looked up for one answer. */
    @Override
    public int hashCode() {
        return (element.isPresent() ? element.get().key() : with.orElseThrow().key()).hashCode();
    }

    static Way of(Grant grant) {
        if (grant.route() instanceof Route.ByAssignment by) {
            return of(by.holding());
        }
        if (grant.route() instanceof Route.BySharing by) {
            return new Way(Optional.of(by.rule()), Optional.empty());
        }
        if (grant.route() instanceof Route.ByShare by) {
            return new Way(Optional.of(by.share()), Optional.empty());
        }
        return new Way(
                Optional.empty(),
                Optional.of(
                        grant.route() instanceof Route.ByParent by
                                ? by.parent()
                                : ((Route.ByChild) grant.route()).child()));
    }

    static Way of(Holding holding) {
        return new Way(Optional.of(holding.assignment()), Optional.empty());
    }
}
