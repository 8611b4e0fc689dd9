import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Optional;

/**
 * Asks a Nembar for decisions with nothing but the JDK: {@code java Ask.java}. NEMBAR_URL and
 * NEMBAR_TOKEN say where, and as which program; they are the demo's when left out.
 */
public final class Ask {
    private static final String URL = env("NEMBAR_URL", "http://127.0.0.1:8480");
    private static final String TOKEN = env("NEMBAR_TOKEN", "larkwater-gateway-decides-41");

    // One client for the whole program: it keeps its connections.
    private static final HttpClient HTTP =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();

    public static void main(String[] arguments) throws IOException, InterruptedException {
        String ilse = "\"subject\":{\"type\":\"person\",\"id\":\"ilse.marrow@larkwater.example\"}";
        String view = "\"action\":{\"name\":\"view\"}";
        System.out.println("May view V-1000: " + may("ilse.marrow@larkwater.example", "view", "voyage", "V-1000"));
        System.out.println(post("search/resource", "{" + ilse + "," + view + ",\"resource\":{\"type\":\"voyage\"},\"page\":{\"limit\":3}}"));
        System.out.println(post("filter", "{" + ilse + ",\"action\":{\"name\":\"change\"},\"resource\":{\"type\":\"voyage\"},\"options\":{\"alias\":\"v\"}}"));
    }

    /** Whether somebody may do something; a no where that cannot be found out. */
    static boolean may(String person, String action, String type, String id) throws InterruptedException {
        try {
            // Real programs write JSON with a library; nothing here needs escaping.
            String answer =
                    post(
                            "evaluation",
                            """
                            {"subject": {"type": "person", "id": "%s"}, "action": {"name": "%s"}, "resource": {"type": "%s", "id": "%s"}}"""
                                    .formatted(person, action, type, id));
            return answer.replace(" ", "").contains("\"decision\":true");
        } catch (IOException unknown) {
            return false;
        }
    }

    private static String post(String path, String body) throws IOException, InterruptedException {
        HttpRequest request =
                HttpRequest.newBuilder(URI.create(URL + "/access/v1/" + path))
                        .timeout(Duration.ofSeconds(5))
                        .header("Authorization", "Bearer " + TOKEN)
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build();
        HttpResponse<String> answer = HTTP.send(request, HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200) {
            throw new IOException(answer.statusCode() + " " + answer.body());
        }
        return answer.body();
    }

    private static String env(String name, String otherwise) {
        return Optional.ofNullable(System.getenv(name)).orElse(otherwise);
    }
}
