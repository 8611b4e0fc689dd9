package nembar.server.http;

import java.net.URI;
import java.util.Optional;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Where Nembar is reached: the setting {@code nembar.address}, or this machine. */
@Component
public class Address {
    private final Environment environment;
    private final Optional<URI> set;

    Address(Environment environment) {
        this.environment = environment;
        this.set =
                Optional.ofNullable(environment.getProperty("nembar.address"))
                        .filter(one -> !one.isBlank())
                        .map(Address::checked);
    }

    private static URI checked(String said) {
        String text = said.strip().replaceAll("/+$", "");
        try {
            URI uri = URI.create(text);
            boolean web = "https".equals(uri.getScheme()) || "http".equals(uri.getScheme());
            if (web && uri.getHost() != null && uri.getRawPath().isEmpty()) {
                return uri;
            }
        } catch (IllegalArgumentException malformed) {
            // Said below, for this and for what is no origin.
        }
        throw new IllegalStateException(
                "nembar.address is `" + said + "`; write it as in https://nembar.example");
    }

    /** Without a slash at the end. */
    public String get() {
        return set.map(URI::toString)
                .orElseGet(
                        () ->
                                "http://127.0.0.1:"
                                        + environment.getProperty("local.server.port", "8480"));
    }

    /** Whether TLS is in front of it. */
    public boolean secure() {
        return set.filter(one -> one.getScheme().equals("https")).isPresent();
    }

    /** The host it is reached by; empty where that is not set. */
    public Optional<String> host() {
        return set.map(URI::getHost);
    }
}
