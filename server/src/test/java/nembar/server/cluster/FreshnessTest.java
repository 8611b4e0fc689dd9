package nembar.server.cluster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import nembar.server.model.Models;
import nembar.server.session.KnownTokens;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.Numbers;
import org.junit.jupiter.api.Test;

class FreshnessTest {
    private static final int REQUESTS = 20;

    private final ModelStore store = mock(ModelStore.class);
    private final Models models = mock(Models.class);
    private final KnownTokens tokens = mock(KnownTokens.class);
    private final Freshness freshness = new Freshness(store, models, tokens);

    @Test
    void eachRequestOnItsOwnReadsTheNumbers() {
        when(store.numbers()).thenReturn(new Numbers(7, 3), new Numbers(8, 3));
        freshness.require();
        freshness.require();
        verify(models).catchUp(7);
        verify(models).catchUp(8);
        verify(tokens, times(2)).at(3);
    }

    /** A reading that had begun before a request came may be from before what it has to see. */
    @Test
    void requestsThatComeDuringAReadingShareTheNextOne() throws Exception {
        CountDownLatch reading = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        AtomicInteger readings = new AtomicInteger();
        when(store.numbers())
                .thenAnswer(
                        any -> {
                            if (readings.incrementAndGet() == 1) {
                                reading.countDown();
                                goOn.await(10, TimeUnit.SECONDS);
                            }
                            return new Numbers(readings.get(), 0);
                        });
        ExecutorService pool = Executors.newFixedThreadPool(REQUESTS + 1);
        try {
            List<Future<?>> all = new ArrayList<>();
            all.add(pool.submit(freshness::require));
            assertThat(reading.await(10, TimeUnit.SECONDS)).isTrue();
            for (int i = 0; i < REQUESTS; i++) {
                all.add(pool.submit(freshness::require));
            }
            while (freshness.waiting() < REQUESTS) {
                Thread.onSpinWait();
            }
            goOn.countDown();
            for (Future<?> one : all) {
                one.get(10, TimeUnit.SECONDS);
            }
        } finally {
            pool.shutdownNow();
        }
        assertThat(readings.get()).isEqualTo(2);
        verify(models).catchUp(2);
    }

    @Test
    void aReadingThatFailedServesNobody() {
        when(store.numbers())
                .thenThrow(new IllegalStateException("away"))
                .thenReturn(new Numbers(1, 0));
        assertThatThrownBy(freshness::require).hasMessage("away");
        freshness.require();
        verify(models).catchUp(1);
    }
}
