package nembar.server.session;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import nembar.server.http.Address;
import org.springframework.context.annotation.Bean;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.stereotype.Component;

/**
 * The cookies there are: of the session, against forged requests, and of the browser. Where TLS is
 * in front, they are sent by it alone and bound to this host.
 */
@Component
class Cookies {
    private static final String SESSION = "NEMBAR";
    private static final String FORGERY = "XSRF-TOKEN";
    private static final String DEVICE = "nembar-device";
    private static final String STRICT = "Strict";

    private final boolean secure;

    Cookies(Address address) {
        this.secure = address.secure();
    }

    private String named(String name) {
        return secure ? "__Host-" + name : name;
    }

    @Bean
    CookieSerializer sessionCookie() {
        DefaultCookieSerializer cookie = new DefaultCookieSerializer();
        cookie.setCookieName(named(SESSION));
        cookie.setCookiePath("/");
        cookie.setUseHttpOnlyCookie(true);
        cookie.setUseSecureCookie(secure);
        cookie.setSameSite(STRICT);
        return cookie;
    }

    /** Read by the page's script, and sent only with requests that begin here. */
    CookieCsrfTokenRepository csrf() {
        CookieCsrfTokenRepository cookies = CookieCsrfTokenRepository.withHttpOnlyFalse();
        cookies.setCookieName(named(FORGERY));
        cookies.setCookiePath("/");
        cookies.setCookieCustomizer(cookie -> cookie.sameSite(STRICT).secure(secure));
        return cookies;
    }

    /** What the browser keeps of having signed in before; empty for nothing. */
    String device(HttpServletRequest request) {
        if (request.getCookies() != null) {
            for (Cookie one : request.getCookies()) {
                if (one.getName().equals(named(DEVICE))) {
                    return one.getValue();
                }
            }
        }
        return "";
    }

    void device(HttpServletResponse response, String token, Duration kept) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(named(DEVICE), token)
                        .path("/")
                        .httpOnly(true)
                        .secure(secure)
                        .sameSite(STRICT)
                        .maxAge(kept)
                        .build()
                        .toString());
    }
}
