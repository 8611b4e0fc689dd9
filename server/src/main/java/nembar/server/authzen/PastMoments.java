package nembar.server.authzen;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.answers.Moment;
import nembar.server.model.Moments;

/** The moments that one request asks about: a past one is read once, however often it is meant. */
final class PastMoments {
    private final Moments moments;
    private final Map<List<Object>, Moment> past = new HashMap<>();

    PastMoments(Moments moments) {
        this.moments = moments;
    }

    /**
     * @param at empty for now
     */
    Moment of(String application, Optional<Instant> at) {
        return at.isEmpty()
                ? moments.now(application)
                : past.computeIfAbsent(
                        List.of(application, at.get()), any -> moments.of(application, at));
    }
}
