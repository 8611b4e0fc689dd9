package nembar.server.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import nembar.server.http.Address;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;

class CookiesTest {
    private static String device(boolean secure) {
        Address address = mock(Address.class);
        when(address.secure()).thenReturn(secure);
        HttpServletResponse response = mock(HttpServletResponse.class);
        new Cookies(address).device(response, "t0k", Duration.ofDays(1));
        ArgumentCaptor<String> header = ArgumentCaptor.forClass(String.class);
        verify(response).addHeader(org.mockito.ArgumentMatchers.eq("Set-Cookie"), header.capture());
        return header.getValue();
    }

    @Test
    void behindTlsCookiesAreBoundToTheHostAndSentByItAlone() {
        assertThat(device(true))
                .startsWith("__Host-nembar-device=t0k")
                .contains("Path=/")
                .contains("Secure")
                .contains("HttpOnly")
                .contains("SameSite=Strict")
                .doesNotContain("Domain");
        assertThat(device(false)).startsWith("nembar-device=t0k").doesNotContain("Secure");
    }
}
