package nembar.server.cluster;

import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantLock;
import nembar.server.model.Models;
import nembar.server.session.KnownTokens;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.Numbers;
import org.springframework.stereotype.Component;

/**
 * Sees to it that nothing is answered from an edition that is over: the database's numbers are read
 * after a request has come, and what has changed where they are others. Requests that come while
 * they are being read share the next reading.
 */
@Component
class Freshness {
    private final ModelStore store;
    private final Models models;
    private final KnownTokens tokens;
    private final AtomicLong come = new AtomicLong();
    private final ReentrantLock reading = new ReentrantLock();

    /** The last request that had come when the numbers were last read; guarded by the lock. */
    private long served;

    Freshness(ModelStore store, Models models, KnownTokens tokens) {
        this.store = store;
        this.models = models;
        this.tokens = tokens;
    }

    /** Returns when this server is as the database was after this was called, or later. */
    void require() {
        long mine = come.incrementAndGet();
        reading.lock();
        try {
            if (served < mine) {
                long last = come.get();
                Numbers now = store.numbers();
                models.catchUp(now.edition());
                tokens.at(now.tokens());
                served = last;
            }
        } finally {
            reading.unlock();
        }
    }

    /** About how many wait for a reading. */
    int waiting() {
        return reading.getQueueLength();
    }
}
