package nembar.server.drafts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyCollection;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.answers.Counting;
import nembar.core.answers.Steady;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.demo.DemoWorld;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What was worked out for one version of a draft serves for the next. */
class CarriedCountsTest {
    private static final Instant NOW = Instant.parse("2026-03-03T12:00:00Z");

    private final AccessModel towline = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
    private final RecordType voyage = towline.catalogue().recordType("voyage").orElseThrow();
    private final Counting database = mock(Counting.class);
    private final CarriedCounts counts = new CarriedCounts(NOW);

    @BeforeEach
    void everySetHasSevenRecords() {
        when(database.count(any(), anyCollection()))
                .thenAnswer(
                        asked -> {
                            Map<RecordSet, Long> told = new HashMap<>();
                            asked.<Collection<RecordSet>>getArgument(1)
                                    .forEach(set -> told.put(set, 7L));
                            return told;
                        });
    }

    private static RecordSet owned(String person) {
        return RecordSet.among("dispatcher", new TreeSet<>(Set.of(person)), person);
    }

    @Test
    void onlyWhatIsNotKnownIsCounted() {
        counts.over(database).count(voyage, List.of(owned("ann"), owned("ben")));
        Map<RecordSet, Long> told =
                counts.over(database).count(voyage, List.of(owned("ben"), owned("cas")));
        assertThat(told).containsOnlyKeys(owned("ben"), owned("cas")).containsValues(7L);
        verify(database).count(voyage, Set.of(owned("cas")));
        counts.over(database).count(voyage, List.of(owned("ann")));
        verify(database, times(2)).count(any(), anyCollection());
    }

    @Test
    void afterAMinuteEverythingIsCountedAnew() {
        counts.over(database).count(voyage, List.of(owned("ann")));
        assertThat(counts.serve(NOW.plusSeconds(59))).isTrue();
        assertThat(counts.serve(NOW.plusSeconds(60))).isFalse();
        counts.forget(NOW.plusSeconds(60));
        counts.over(database).count(voyage, List.of(owned("ann")));
        verify(database, times(2)).count(any(), anyCollection());
    }

    /** A condition that speaks of now was enough once to have every question begin anew. */
    @Test
    void whatIsPublishedInTheDemoStandsForAWhile() {
        assertThat(Steady.until(towline, NOW)).isAfter(NOW.plusSeconds(30));
    }
}
