package nembar.server.http;

import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Where Nembar is reached: the setting {@code nembar.address}, or this machine. */
@Component
public class Address {
    private final Environment environment;

    Address(Environment environment) {
        this.environment = environment;
    }

    /** Without a slash at the end. */
    public String get() {
        return environment.getProperty(
                "nembar.address",
                "http://127.0.0.1:" + environment.getProperty("local.server.port", "8480"));
    }
}
