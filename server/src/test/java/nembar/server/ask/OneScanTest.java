package nembar.server.ask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyCollection;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.verifyNoMoreInteractions;
import static org.mockito.Mockito.when;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.demo.DemoWorld;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.governance.Governance;
import nembar.server.index.RecordIndexes;
import nembar.server.index.RecordIndexes.Indexed;
import nembar.server.records.Records;
import nembar.server.records.Records.Counts;
import org.junit.jupiter.api.Test;

/** All that one person can do is counted with one query for each record type. */
class OneScanTest {
    private final AccessModel towline = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
    private final Person ilse = towline.directory().person("ilse.marrow").orElseThrow();
    private final Standpoint who = Standpoint.of(ilse, Instant.parse("2026-11-23T12:00:00Z"));
    private final Records records = mock(Records.class);

    private Counts counted(Collection<RecordSet> sets) {
        Map<RecordSet, Long> numbers = new HashMap<>();
        sets.forEach(set -> numbers.put(set, 3L));
        return new Counts(10, numbers);
    }

    @Test
    void theWholeGridTakesOneQueryForEachRecordType() {
        when(records.count(any(), any(), anyCollection()))
                .thenAnswer(call -> counted(call.getArgument(2)));
        Question question = Question.of(new PersonAccess(towline, who));
        WhatCan answer =
                new WhatCanService(
                                records,
                                mock(RecordIndexes.class),
                                mock(Governance.class),
                                mock(Looks.class))
                        .answer(question, ilse, false);
        assertThat(answer.asOf()).isEmpty();
        assertThat(answer.totals().records()).isEqualTo(130);
        verify(records, times(13)).count(eq("towline"), any(), anyCollection());
        verifyNoMoreInteractions(records);
    }

    @Test
    void aRecordIndexTakesNoneUnlessTheNumbersAreToBeExact() {
        Instant old = Instant.parse("2026-11-23T11:58:00Z");
        Instant older = Instant.parse("2026-11-23T11:57:00Z");
        RecordIndexes indexes = mock(RecordIndexes.class);
        when(indexes.count(any(), any(), anyCollection()))
                .thenAnswer(call -> Optional.of(new Indexed(counted(call.getArgument(2)), old)))
                .thenAnswer(call -> Optional.of(new Indexed(counted(call.getArgument(2)), older)))
                .thenAnswer(call -> Optional.of(new Indexed(counted(call.getArgument(2)), old)));
        when(records.count(any(), any(), anyCollection()))
                .thenAnswer(call -> counted(call.getArgument(2)));
        WhatCanService service =
                new WhatCanService(records, indexes, mock(Governance.class), mock(Looks.class));
        Question question = Question.of(new PersonAccess(towline, who));
        assertThat(service.answer(question, ilse, false).asOf()).contains(older);
        verifyNoInteractions(records);
        assertThat(service.answer(question, ilse, true).asOf()).isEmpty();
        verify(records, times(13)).count(eq("towline"), any(), anyCollection());
    }
}
