package nembar.server.records;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoMoreInteractions;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.demo.DemoWorld;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** How often records are read: once for each type, however many are asked for. */
class RelatedRecordsTest {
    private static final int LOTS = 1000;
    private static final int VOYAGES = 10;

    private final AccessModel towline = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
    private final RecordType voyage = towline.catalogue().recordType("voyage").orElseThrow();
    private final RecordType lot = towline.catalogue().recordType("cargo_lot").orElseThrow();
    private final Records records = mock(Records.class);
    private final RelatedRecords related =
            new RelatedRecords(records, "towline", towline.catalogue());

    @BeforeEach
    void fill() {
        List<GovernedRecord> lots = new ArrayList<>();
        for (int i = 0; i < LOTS; i++) {
            lots.add(lot("L-" + i, "V-" + i % VOYAGES));
        }
        List<GovernedRecord> voyages = new ArrayList<>();
        for (int i = 0; i < VOYAGES; i++) {
            voyages.add(new GovernedRecord("voyage", Map.of("number", "V-" + i)));
        }
        when(records.records(any(), eq(lot), any(), any())).thenReturn(lots);
        when(records.records(any(), eq(voyage), any(), any())).thenReturn(voyages);
    }

    private static GovernedRecord lot(String key, String voyage) {
        return new GovernedRecord("cargo_lot", Map.of("number", key, "voyage", voyage));
    }

    private void verifyReads(int times, RecordType type) {
        verify(records, times(times)).records(eq("towline"), eq(type), any(), any());
    }

    @Test
    void whatIsWantedIsReadTogetherAndWhatIsAboveItToo() {
        for (int i = 0; i < LOTS; i++) {
            related.want(lot, "L-" + i);
        }
        for (int i = 0; i < LOTS; i++) {
            GovernedRecord one = related.record(lot, "L-" + i).orElseThrow();
            assertThat(related.record(voyage, one.key("voyage").orElseThrow())).isPresent();
        }
        verifyReads(1, lot);
        verifyReads(1, voyage);
    }

    @Test
    void whatIsNotThereIsAskedForOnce() {
        assertThat(related.record(lot, "L-no-such")).isEmpty();
        assertThat(related.record(lot, "L-no-such")).isEmpty();
        verifyReads(1, lot);
    }

    @Test
    void whatRefersToManyIsReadTogether() {
        related.record(voyage, "V-0");
        for (int i = 0; i < VOYAGES; i++) {
            String key = "V-" + i;
            assertThat(related.referring(lot, "voyage", key))
                    .hasSize(LOTS / VOYAGES)
                    .allMatch(one -> one.key("voyage").orElseThrow().equals(key));
        }
        verifyReads(1, lot);
        // They are known now, and need not be read one by one.
        assertThat(related.record(lot, "L-7")).isPresent();
        verifyReads(1, lot);
        verifyReads(1, voyage);
        verifyNoMoreInteractions(records);
    }

    @Test
    void moreThanFitARunAreReadForEachOnItsOwn() {
        List<GovernedRecord> cut = new ArrayList<>();
        for (int i = 0; i < 10_000; i++) {
            cut.add(lot("L-" + i, "V-0"));
        }
        when(records.records(any(), eq(lot), any(), any())).thenReturn(cut);
        when(records.records(any(), eq(lot), argThat(RelatedRecordsTest::ofTheLastAlone), any()))
                .thenReturn(List.of(lot("L-last", "V-9")));
        related.record(voyage, "V-0");
        assertThat(related.referring(lot, "voyage", "V-9")).containsExactly(lot("L-last", "V-9"));
    }

    private static boolean ofTheLastAlone(RecordSet set) {
        return set instanceof RecordSet.Among among
                && among.keys().size() == 1
                && among.keys().contains("V-9");
    }
}
