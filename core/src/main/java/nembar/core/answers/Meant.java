package nembar.core.answers;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;

/** Whom elements of a design mean at a moment, and which of them mean nobody then. */
public final class Meant {
    private final Moment moment;
    private final Map<Audience, Integer> people = new HashMap<>();

    public Meant(Moment moment) {
        this.moment = moment;
    }

    /**
     * How many people it is about; the delegate alone of a delegation, those who take a seat of a
     * seat pool.
     */
    public int people(Element element) {
        if (element instanceof SeatPool pool) {
            return new SeatUse(moment.model()).inUse(pool, moment.at());
        }
        return audience(element)
                .map(audience -> people.computeIfAbsent(audience, this::count))
                .orElse(element instanceof Delegation ? 1 : 0);
    }

    private int count(Audience audience) {
        return moment.model().peopleIn(audience, moment.at()).size();
    }

    /** Why it does nothing at the moment; empty where nothing is seen that keeps it from it. */
    public Optional<String> idle(Element element) {
        Times times = times(element);
        AccessModel model = moment.model();
        if (times.ended(moment.at())) {
            return Optional.of("It has ended.");
        }
        if (!times.started(moment.at())) {
            return Optional.of("It has not begun.");
        }
        if (people(element) == 0) {
            return Optional.of(
                    element instanceof SeatPool
                            ? "Nobody takes a seat today."
                            : "Nobody is meant today.");
        }
        return model.inForce(times, moment.at())
                ? Optional.empty()
                : Optional.of("It does not count at this hour.");
    }

    /** Whom it is about; empty where it is about one person by name, or about nobody. */
    public static Optional<Audience> audience(Element element) {
        if (element instanceof Assignment one) {
            return Optional.of(one.audience());
        }
        if (element instanceof SharingRule one) {
            return Optional.of(one.audience());
        }
        if (element instanceof DirectShare one) {
            return Optional.of(one.audience());
        }
        if (element instanceof AccountFilter one) {
            return Optional.of(one.audience());
        }
        if (element instanceof FieldFilter one) {
            return Optional.of(one.audience());
        }
        return element instanceof Expectation one ? Optional.of(one.subject()) : Optional.empty();
    }

    /** When it counts; always where it says nothing of it. */
    public static Times times(Element element) {
        if (element instanceof Assignment one) {
            return one.times();
        }
        if (element instanceof SharingRule one) {
            return one.times();
        }
        if (element instanceof DirectShare one) {
            return one.times();
        }
        if (element instanceof SeatPool one) {
            return Times.between(Optional.empty(), one.until());
        }
        return element instanceof Delegation one ? one.times() : Times.ALWAYS;
    }
}
