package nembar.server.mail;

import java.util.Properties;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Configuration;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Speaks TLS with the mail server as {@code nembar.mail.tls} says. */
@Configuration
class MailTls {
    MailTls(JavaMailSenderImpl sender, @Value("${nembar.mail.tls}") String tls) {
        Properties properties = sender.getJavaMailProperties();
        properties.putAll(of(tls));
    }

    /**
     * The properties of a kind of TLS.
     *
     * @throws IllegalStateException for one that there is not
     */
    static Properties of(String tls) {
        Properties properties = new Properties();
        switch (tls) {
            case "none" -> {
                return properties;
            }
            case "starttls" -> {
                properties.setProperty("mail.smtp.starttls.enable", "true");
                properties.setProperty("mail.smtp.starttls.required", "true");
            }
            case "tls" -> properties.setProperty("mail.smtp.ssl.enable", "true");
            default ->
                    throw new IllegalStateException(
                            "nembar.mail.tls is `" + tls + "`; it is none, starttls or tls");
        }
        properties.setProperty("mail.smtp.ssl.checkserveridentity", "true");
        return properties;
    }
}
