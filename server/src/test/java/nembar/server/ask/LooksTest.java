package nembar.server.ask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.ArgumentMatchers.startsWith;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Instant;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.demo.DemoWorld;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Where the installation asks for it, nobody looks through somebody without saying why. */
class LooksTest {
    private final AccessModel towline = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
    private final Person ilse = towline.directory().person("ilse.marrow").orElseThrow();
    private final Person idris = towline.directory().person("idris.munro").orElseThrow();
    private final RecordType voyage = towline.catalogue().recordType("voyage").orElseThrow();
    private final Question question =
            Question.of(
                    new PersonAccess(
                            towline, Standpoint.of(ilse, Instant.parse("2026-11-23T12:00:00Z"))));
    private final Acts acts = mock(Acts.class);
    private final Governance governance = mock(Governance.class);
    private final Looks asked = new Looks(acts, governance, true);

    @BeforeEach
    void nothingStandsAgainstIt() {
        when(governance.againstLooking(any(), any(), any(), any())).thenReturn(Optional.empty());
    }

    @Test
    void aReasonIsSaidBeforeTheFirstLook() {
        assertThatThrownBy(() -> asked.require(question, idris, voyage))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("Say first why you look through Ilse Marrow");
        asked.say(idris, question, "  ticket 4711 ");
        verify(acts)
                .note(
                        "idris.munro",
                        "person",
                        "ilse.marrow",
                        "looked through in Towline: ticket 4711");
        when(acts.noted(
                        eq("idris.munro"),
                        eq("person"),
                        eq("ilse.marrow"),
                        startsWith("looked through in Towline: "),
                        any()))
                .thenReturn(true);
        asked.require(question, idris, voyage);
        verify(acts, never()).noteOnce(anyString(), anyString(), anyString(), anyString(), any());
    }

    @Test
    void aReasonIsWordsOfABoundedLength() {
        assertThatThrownBy(() -> asked.say(idris, question, " ")).isInstanceOf(BadRequest.class);
        assertThatThrownBy(() -> asked.say(idris, question, "x".repeat(501)))
                .isInstanceOf(BadRequest.class);
        verify(acts, never()).note(anyString(), anyString(), anyString(), contains("x"));
    }

    @Test
    void withoutTheSettingALookIsKeptAndNothingAsked() {
        Looks silent = new Looks(acts, governance, false);
        assertThat(silent.reasonWanted(idris, ilse, towline.application())).isFalse();
        silent.require(question, idris, voyage);
        verify(acts)
                .noteOnce(
                        eq("idris.munro"),
                        eq("person"),
                        eq("ilse.marrow"),
                        eq("looked through in Towline"),
                        any());
    }
}
