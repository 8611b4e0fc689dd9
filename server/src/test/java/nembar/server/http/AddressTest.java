package nembar.server.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;

class AddressTest {
    private static Address of(String said) {
        StandardEnvironment environment = new StandardEnvironment();
        environment
                .getPropertySources()
                .addFirst(new MapPropertySource("set", java.util.Map.of("nembar.address", said)));
        return new Address(environment);
    }

    @Test
    void withHttpsItIsSecure() {
        assertThat(of("https://nembar.example/").get()).isEqualTo("https://nembar.example");
        assertThat(of("https://nembar.example").secure()).isTrue();
        assertThat(of("http://nembar.example:8080").secure()).isFalse();
        assertThat(of("http://nembar.example:8080").host()).contains("nembar.example");
    }

    @Test
    void withoutItIsThisMachine() {
        assertThat(of("").get()).startsWith("http://127.0.0.1:");
        assertThat(of("").secure()).isFalse();
        assertThat(of("").host()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"nembar.example", "ftp://x", "https://", "https://x/path", "https://a b"})
    void whatIsNoOriginStopsTheStart(String said) {
        assertThatThrownBy(() -> of(said)).hasMessageContaining("nembar.address");
    }
}
