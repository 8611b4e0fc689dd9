package nembar.server.model;

import java.time.Clock;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import nembar.core.answers.Moment;
import nembar.core.answers.Steady;
import nembar.core.model.AccessModel;
import org.springframework.stereotype.Service;

/**
 * The moment that a question is about. Of now there is one for each application, which serves all
 * questions until something begins or ends, or is published.
 */
@Service
public class Moments {
    private final Models models;
    private final Clock clock;
    private final Map<String, Lasting> standing = new ConcurrentHashMap<>();

    Moments(Models models, Clock clock) {
        this.models = models;
        this.clock = clock;
    }

    private record Lasting(Moment moment, Instant until) {
        boolean serves(AccessModel model, Instant at) {
            return moment.model() == model
                    && !at.isBefore(moment.at())
                    && (at.isBefore(until) || at.equals(moment.at()));
        }
    }

    /**
     * @param at empty for now
     */
    public Moment of(String application, Optional<Instant> at) {
        return at.map(instant -> new Moment(models.model(application, instant), instant))
                .orElseGet(() -> now(application));
    }

    /** The model at an instant: the standing moment where that serves. */
    public Moment of(AccessModel model, Instant at) {
        Lasting known = standing.get(model.application().key());
        return known != null && known.serves(model, at) ? known.moment() : new Moment(model, at);
    }

    /** The application as it is now. */
    public Moment now(String application) {
        AccessModel model = models.model(application);
        Instant at = clock.instant();
        Lasting known = standing.get(application);
        if (known == null || !known.serves(model, at)) {
            known = new Lasting(new Moment(model, at), Steady.until(model, at));
            standing.put(application, known);
        }
        return known.moment();
    }
}
