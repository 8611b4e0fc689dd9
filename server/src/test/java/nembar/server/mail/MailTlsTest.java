package nembar.server.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class MailTlsTest {
    @Test
    void tlsAlwaysAsksForTheServersOwnCertificate() {
        for (String kind : new String[] {"starttls", "tls"}) {
            assertThat(MailTls.of(kind).getProperty("mail.smtp.ssl.checkserveridentity"))
                    .isEqualTo("true");
        }
        assertThat(MailTls.of("starttls").getProperty("mail.smtp.starttls.required"))
                .isEqualTo("true");
        assertThat(MailTls.of("none")).isEmpty();
        assertThatThrownBy(() -> MailTls.of("ssl")).hasMessageContaining("nembar.mail.tls");
    }
}
