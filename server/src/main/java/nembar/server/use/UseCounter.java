package nembar.server.use;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import nembar.core.model.AccessModel;
import nembar.core.use.Use.Used;
import nembar.server.model.Models;
import nembar.server.use.UseStore.Counted;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/**
 * Counts what is used, in memory; now and then what was counted is added to what is kept, so that
 * no decision waits for it.
 */
@Service
public class UseCounter implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(UseCounter.class);

    /** So many different ones are held; what comes on top before they are kept is not counted. */
    private static final int HELD_AT_MOST = 500_000;

    private final UseStore store;
    private final Models models;
    private final Clock clock;
    private final Map<Key, Long> counts = new ConcurrentHashMap<>();

    public UseCounter(UseStore store, Models models, Clock clock) {
        this.store = store;
        this.models = models;
        this.clock = clock;
    }

    private record Key(String application, String person, Used used) {}

    /** Counts one use, of today. */
    public void count(String application, String person, Used used) {
        if (counts.size() < HELD_AT_MOST) {
            counts.merge(new Key(application, person, used), 1L, Long::sum);
        }
    }

    /** Adds what was counted to what is kept. */
    @Scheduled(initialDelayString = "${nembar.use.every}", fixedDelayString = "${nembar.use.every}")
    public void keep() {
        List<Counted> counted = new ArrayList<>();
        for (Key key : List.copyOf(counts.keySet())) {
            long times = counts.remove(key);
            models.find(key.application())
                    .map(published -> day(published.model()))
                    .map(
                            day ->
                                    new Counted(
                                            key.application(),
                                            key.person(),
                                            key.used(),
                                            day,
                                            times))
                    .ifPresent(counted::add);
        }
        if (counted.isEmpty()) {
            return;
        }
        try {
            store.add(counted);
        } catch (RuntimeException failed) {
            LOG.warn("what was used is kept the next time", failed);
            counted.forEach(
                    one ->
                            counts.merge(
                                    new Key(one.application(), one.person(), one.used()),
                                    one.times(),
                                    Long::sum));
        }
    }

    private LocalDate day(AccessModel model) {
        return model.application().day(clock.instant());
    }

    @Override
    public void destroy() {
        keep();
    }
}
