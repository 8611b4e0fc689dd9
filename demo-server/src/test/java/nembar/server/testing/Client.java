package nembar.server.testing;

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
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks HTTP to the application as a browser does: with cookies and the CSRF token. */
public final class Client {
    private static final JsonMapper JSON = new JsonMapper();

    private String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http;
    private final Map<String, String> headers = new HashMap<>();
    private boolean csrf = true;

    Client(String address) {
        this.address = address;
        this.http =
                HttpClient.newBuilder()
                        .version(HttpClient.Version.HTTP_1_1)
                        .cookieHandler(cookies)
                        .connectTimeout(Duration.ofSeconds(5))
                        .build();
    }

    /** An answer: status, headers, and the body, as JSON when it is any. */
    public record Answer(int status, HttpResponse<byte[]> response) {
        public JsonNode json() {
            return JSON.readTree(response.body());
        }

        public String text() {
            return new String(response.body(), StandardCharsets.UTF_8);
        }

        public String header(String name) {
            return response.headers().firstValue(name).orElse("");
        }

        /** What went wrong, as the answer tells it. */
        public String detail() {
            return json().path("detail").asString("");
        }
    }

    /** Talks to another server of the same installation from now on, in the same session. */
    public Client at(String other) {
        address = other;
        return this;
    }

    /** Sends this header from now on. */
    public Client with(String name, String value) {
        headers.put(name, value);
        return this;
    }

    /** Leaves the CSRF token out from now on. */
    public Client withoutCsrf() {
        csrf = false;
        return this;
    }

    public Client signIn(String email, String password) {
        Answer answer = trySignIn(email, password);
        if (answer.status() != 200) {
            throw new AssertionError("not signed in: " + answer.text());
        }
        return this;
    }

    public Answer trySignIn(String email, String password) {
        get("/api/session");
        return post(
                "/api/session",
                JSON.writeValueAsString(Map.of("email", email, "password", password)));
    }

    public Answer get(String path) {
        return send("GET", path, null);
    }

    public Answer post(String path, String body) {
        return send("POST", path, body);
    }

    public Answer put(String path, String body) {
        return send("PUT", path, body);
    }

    /** Posts a body made of this value. */
    public Answer post(String path, Object body) {
        return post(path, JSON.writeValueAsString(body));
    }

    public Answer put(String path, Object body) {
        return put(path, JSON.writeValueAsString(body));
    }

    /** Puts an edit on top of the version that the address gives. */
    public Answer putOnTop(String path, Map<String, Object> edit) {
        Map<String, Object> seen = new HashMap<>(edit);
        seen.put("version", get(path.replaceAll("\\?.*", "")).json().path("version").asLong());
        return put(path, seen);
    }

    public Answer patch(String path, Object body) {
        return send("PATCH", path, JSON.writeValueAsString(body));
    }

    /** What is to be had there, as it is. */
    public byte[] bytes(String path) {
        return get(path).response().body();
    }

    /** Sends bytes as they are. */
    public Answer postBytes(String path, byte[] bytes) {
        return send("POST", path, BodyPublishers.ofByteArray(bytes), "application/octet-stream");
    }

    public Answer delete(String path) {
        return send("DELETE", path, null);
    }

    public String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals(name))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }

    /**
     * Sends whatever is wanted.
     *
     * @param more headers of this request alone
     * @param body null for none
     */
    public Answer send(String method, String path, Map<String, String> more, String body) {
        return send(
                method,
                path,
                body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(body),
                null,
                more);
    }

    private Answer send(String method, String path, String body) {
        return send(
                method,
                path,
                body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(body),
                body == null ? null : "application/json");
    }

    private Answer send(String method, String path, BodyPublisher body, String type) {
        return send(method, path, body, type, Map.of());
    }

    private boolean bearer(Map<String, String> more) {
        return headers.containsKey("Authorization") || more.containsKey("Authorization");
    }

    private Answer send(
            String method, String path, BodyPublisher body, String type, Map<String, String> more) {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(address + path))
                        .timeout(Duration.ofSeconds(30))
                        .method(method, body);
        if (type != null && !headers.containsKey("Content-Type")) {
            request.header("Content-Type", type);
        }
        headers.forEach(request::header);
        more.forEach(request::header);
        if (csrf && !method.equals("GET") && cookie("XSRF-TOKEN").isEmpty() && !bearer(more)) {
            get("/api/session");
        }
        String token = cookie("XSRF-TOKEN");
        if (csrf && !token.isEmpty()) {
            request.header("X-XSRF-TOKEN", token);
        }
        try {
            HttpResponse<byte[]> response = http.send(request.build(), BodyHandlers.ofByteArray());
            Contract.broken(
                            method,
                            path,
                            response.statusCode(),
                            response.headers().firstValue("Content-Type").orElse(""),
                            response.body())
                    .ifPresent(
                            why -> {
                                throw new AssertionError(why);
                            });
            return new Answer(response.statusCode(), response);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }
}
