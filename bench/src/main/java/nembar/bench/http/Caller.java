package nembar.bench.http;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Asks the server over HTTP, as a person who is signed in or as a program with a token. */
final class Caller {
    static final JsonMapper JSON = new JsonMapper();
    private static final Duration AT_MOST = Duration.ofMinutes(3);

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder()
                    .version(HttpClient.Version.HTTP_1_1)
                    .cookieHandler(cookies)
                    .build();
    private final String bearer;
    private String etag = "";

    private Caller(String address, String bearer) {
        this.address = address;
        this.bearer = bearer;
    }

    static Caller program(String address, String token) {
        return new Caller(address, token);
    }

    /** Whoever signs in with these. */
    static Caller person(String address, String email, String password) {
        Caller caller = new Caller(address, null);
        caller.answer("GET", "/api/session", null);
        caller.send("POST", "/api/session", Map.of("email", email, "password", password));
        return caller;
    }

    byte[] get(String path) {
        return send("GET", path, null);
    }

    JsonNode json(String path) {
        return JSON.readTree(get(path));
    }

    JsonNode json(String method, String path, Object body) {
        return JSON.readTree(send(method, path, body));
    }

    /**
     * The body of the answer.
     *
     * @param body written as JSON, unless it is text; empty for none
     * @throws IllegalStateException when the answer is an error
     */
    byte[] send(String method, String path, Object body) {
        HttpResponse<byte[]> answer = answer(method, path, body);
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(
                    method
                            + " "
                            + path
                            + ": "
                            + answer.statusCode()
                            + " "
                            + new String(answer.body(), java.nio.charset.StandardCharsets.UTF_8));
        }
        return answer.body();
    }

    /** Publishes a draft as it is now. */
    void publish(String draft) {
        etag = answer("GET", draft, null).headers().firstValue("ETag").orElse("");
        send("POST", draft + "/publish", Map.of("reason", "A benchmark"));
        etag = "";
    }

    HttpResponse<byte[]> answer(String method, String path, Object body) {
        BodyPublisher sent =
                body == null
                        ? BodyPublishers.noBody()
                        : BodyPublishers.ofString(
                                body instanceof String text ? text : JSON.writeValueAsString(body));
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(address + path))
                        .timeout(AT_MOST)
                        .header("Content-Type", "application/json")
                        .method(method, sent);
        if (!etag.isEmpty()) {
            request.header("If-Match", etag);
        }
        if (bearer != null) {
            request.header("Authorization", "Bearer " + bearer);
        } else if (!method.equals("GET")) {
            request.header("X-XSRF-TOKEN", csrf());
        }
        try {
            return http.send(request.build(), BodyHandlers.ofByteArray());
        } catch (IOException lost) {
            throw new UncheckedIOException(lost);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    private String csrf() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().endsWith("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }
}
