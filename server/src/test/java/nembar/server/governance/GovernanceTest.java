package nembar.server.governance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import nembar.core.answers.Moment;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.demo.DemoWorld;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import nembar.server.session.Acting;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

/** Nembar's own application decides who may do what in Nembar. */
class GovernanceTest {
    private static final Clock CLOCK =
            Clock.fixed(Instant.parse("2026-11-23T12:00:00Z"), ZoneOffset.UTC);

    private final AccessModel nembar = nembar();
    private final AccessModel towline = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
    private final Governance governance = governance();

    private static AccessModel nembar() {
        try {
            DesignDocument builtin =
                    DocumentJson.read(
                            new ClassPathResource("builtin/nembar.json").getContentAsByteArray());
            DesignDocument demo = DocumentJson.read(DemoWorld.nembar());
            return DocumentReader.read(
                    new DesignDocument(
                            builtin.format(),
                            builtin.application(),
                            builtin.catalogue(),
                            DocumentJson.read(DemoWorld.towline()).directory(),
                            demo.design()));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    private Governance governance() {
        Models models = mock(Models.class);
        when(models.model(Models.NEMBAR)).thenReturn(nembar);
        Moments moments = mock(Moments.class);
        when(moments.now(Models.NEMBAR)).thenReturn(new Moment(nembar, CLOCK.instant()));
        return new Governance(
                models,
                moments,
                mock(Acting.class),
                mock(Records.class),
                mock(LookPasses.class),
                CLOCK);
    }

    private Person person(String key) {
        Directory directory = nembar.directory();
        return directory.person(key).orElseThrow();
    }

    @Test
    void anAdministratorMayEverything() {
        Person idris = person("idris.munro");
        assertThat(governance.mayOnPerson(idris, "suspend", person("ilse.marrow"))).isTrue();
        governance.requireOnApplication(idris, "change", "towline");
        assertThat(governance.mayViewApplication(idris, "towline")).isTrue();
    }

    @Test
    void aBranchAdministratorMayWithinTheBranch() {
        Person maren = person("maren.holt");
        assertThat(governance.mayOnPerson(maren, "change", person("ilse.marrow"))).isTrue();
        assertThat(governance.mayOnPerson(maren, "change", person("gwen.harrow"))).isFalse();
        assertThat(governance.mayView(maren).test(person("gwen.harrow"))).isFalse();
    }

    @Test
    void anAuditorReadsAndChangesNothing() {
        Person osric = person("osric.vane");
        assertThat(governance.mayOnPerson(osric, "look_through", person("ilse.marrow"))).isTrue();
        assertThat(governance.mayOnPerson(osric, "change", person("ilse.marrow"))).isFalse();
        Refused refused =
                catchThrowableOfType(
                        Refused.class,
                        () -> governance.requireOnApplication(osric, "change", "towline"));
        assertThat(refused).hasMessage("You may not change the application in Nembar.");
        assertThat(refused.because())
                .containsExactly(
                        "The role Administrator would give it (change applications, all); Osric"
                                + " Vane does not hold it.");
    }

    @Test
    void whoeverHoldsNothingMayNothing() {
        Person ilse = person("ilse.marrow");
        assertThat(governance.mayView(ilse).test(ilse)).isFalse();
        assertThat(governance.mayViewApplication(ilse, "towline")).isFalse();
    }

    @Test
    void aGuardedAreaIsOpenToItsStewardsOnly() {
        var medical = towline.catalogue().recordType("medical_note").orElseThrow();
        var voyage = towline.catalogue().recordType("voyage").orElseThrow();
        assertThat(governance.guardedFrom(person("idris.munro"), towline, medical)).isTrue();
        assertThat(governance.guardedFrom(person("agnete.solberg"), towline, medical)).isFalse();
        assertThat(governance.guardedFrom(person("idris.munro"), towline, voyage)).isFalse();
    }

    @Test
    void onlyTheDecisionClientAsksForDecisions() {
        assertThat(governance.hasFunction(person("towline.gateway"), "decisions", "ask")).isTrue();
        assertThat(governance.hasFunction(person("idris.munro"), "decisions", "ask")).isFalse();
        assertThat(governance.hasFunction(person("idris.munro"), "decisions", "look")).isTrue();
    }
}
