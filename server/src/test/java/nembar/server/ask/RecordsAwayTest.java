package nembar.server.ask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyCollection;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.demo.DemoWorld;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.governance.Governance;
import nembar.server.http.RecordsAway;
import nembar.server.index.RecordIndexes;
import nembar.server.records.Records;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** While an application's database does not answer, the reaches are told without numbers. */
class RecordsAwayTest {
    private final AccessModel towline = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
    private final Person ilse = towline.directory().person("ilse.marrow").orElseThrow();
    private final Question question =
            Question.of(
                    new PersonAccess(
                            towline, Standpoint.of(ilse, Instant.parse("2026-11-23T12:00:00Z"))));
    private final Records records = mock(Records.class);
    private final WhatCanService service =
            new WhatCanService(
                    records, mock(RecordIndexes.class), mock(Governance.class), mock(Looks.class));

    @BeforeEach
    void theRecordsAreAway() {
        when(records.count(any(), any(), anyCollection()))
                .thenThrow(new RecordsAway("Towline", RecordsAway.Why.NO_ANSWER, null));
    }

    @Test
    void theDatabaseIsAskedOnceAndNoNumberIsMadeUp() {
        WhatCan answer = service.answer(question, ilse, false);
        verify(records, times(1)).count(any(), any(), anyCollection());
        WhatCan.TypeRow voyages = answer.areas().get(0).types().get(0);
        assertThat(voyages.counted()).isFalse();
        assertThat(voyages.cells().get(1).records()).isEmpty();
        assertThat(voyages.cells().get(1).notches()).isEqualTo(5);
        assertThat(voyages.cells().get(1).granted()).isTrue();
        assertThat(answer.functions()).isNotEmpty();
    }

    @Test
    void aFileIsNotMadeWithoutItsNumbers() {
        assertThatThrownBy(() -> service.answerInFull(question, ilse))
                .isInstanceOf(RecordsAway.class);
    }

    @Test
    void thePartsEndWithWhy() {
        List<WhatCanPart> parts = new ArrayList<>();
        service.stream(question, ilse, false, parts::add);
        assertThat(parts).hasSize(2);
        assertThat(parts.get(0).outline()).isPresent();
        assertThat(parts.get(1).away().orElseThrow())
                .isEqualTo("The database of Towline's records does not answer.");
    }
}
