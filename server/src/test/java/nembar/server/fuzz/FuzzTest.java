package nembar.server.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import nembar.demo.DemoWorld;
import nembar.server.fuzz.Operations.Op;
import nembar.server.fuzz.Requests.Request;
import nembar.server.testing.Client;
import nembar.server.testing.Cluster;
import nembar.server.testing.ServerProcess;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Sends requests of every operation, valid and broken, as each of the demo's four and by tokens: no
 * answer is a 500, none takes over five seconds, and four of five operations are reached with a
 * yes.
 *
 * <p>{@code -Dnembar.fuzz.requests=} sets how many, {@code -Dnembar.fuzz.seed=} repeats a run.
 */
class FuzzTest {
    private static final int REQUESTS = Integer.getInteger("nembar.fuzz.requests", 1_500);
    private static final long SEED = Long.getLong("nembar.fuzz.seed", 20_261_127);
    private static final Duration AT_MOST = Duration.ofSeconds(5);

    /** What takes a second person, a mail or a directory to be reached is left to other tests. */
    private static final double REACHED = 0.80;

    private static final int ENOUGH_TO_REACH = 8_000;
    private static final int TOLD = 40;
    private static final int LEARNT_AT_MOST = 60_000;

    private static final List<List<String>> PEOPLE =
            List.of(
                    List.of("idris.munro@larkwater.example", "kelp-and-ochre-7"),
                    List.of("idris.munro@larkwater.example", "kelp-and-ochre-7"),
                    List.of("idris.munro@larkwater.example", "kelp-and-ochre-7"),
                    List.of("maren.holt@larkwater.example", "delta-mole-at-dawn"),
                    List.of("agnete.solberg@larkwater.example", "quiet-hands-aboard"),
                    List.of("osric.vane@larkwater.example", "reads-every-ledger"));

    /** What would take the demo's four away from under the test, unless it is broken. */
    private static final Set<String> ALONE =
            Set.of("signOut", "endSession", "endOtherSessions", "changePassword");

    /** What counts as a wrong password, and in the end locks whoever it is tried as. */
    private static final Set<String> PROOFS =
            Set.of("changePassword", "newSecondFactor", "confirmSecondFactor", "endSecondFactor");

    private static final JsonMapper JSON = new JsonMapper();
    private static Cluster cluster;
    private static ServerProcess server;

    private final Random random = new Random(SEED);
    private final Pool pool = new Pool(random);
    private final Operations operations = new Operations();
    private final Requests requests = new Requests(operations, pool, random);
    private final Map<Integer, Door> doors = new LinkedHashMap<>();
    private final Map<String, Integer> reached = new LinkedHashMap<>();
    private final List<String> wrong = new ArrayList<>();
    private final HttpClient http = HttpClient.newHttpClient();
    private String scimToken;

    /** A way in: somebody's session. */
    private record Door(HttpClient http, CookieManager cookies) {
        String token() {
            return cookies.getCookieStore().getCookies().stream()
                    .filter(one -> one.getName().equals("XSRF-TOKEN"))
                    .map(HttpCookie::getValue)
                    .findFirst()
                    .orElse("");
        }
    }

    @BeforeAll
    static void start() {
        cluster = Cluster.start();
        server = new ServerProcess(cluster, "fuzz").up();
    }

    @AfterAll
    static void stop() {
        server.kill();
        cluster.down();
    }

    @Test
    void noRequestBreaksTheServer() throws IOException, InterruptedException {
        seed();
        List<Op> all = operations.all();
        for (int i = 0; i < REQUESTS; i++) {
            // Each operation in turn, so that none is left out; now and then one at random.
            Op op = all.get(random.nextInt(4) == 0 ? random.nextInt(all.size()) : i % all.size());
            boolean broken = ALONE.contains(op.id()) || random.nextInt(10) < 6;
            send(i, requests.of(op, broken));
            if (wrong.size() > TOLD) {
                break;
            }
        }
        assertThat(wrong).as("seed " + SEED + "; see target/servers/fuzz.log").isEmpty();
        if (REQUESTS < ENOUGH_TO_REACH) {
            return;
        }
        Set<String> missed =
                all.stream()
                        .map(Op::id)
                        .filter(id -> !reached.containsKey(id))
                        .collect(Collectors.toCollection(TreeSet::new));
        assertThat(missed.size())
                .as("operations never answered with a yes: " + missed)
                .isLessThanOrEqualTo((int) (all.size() * (1 - REACHED)));
    }

    /** What there is to ask about, and a source that pushes people. */
    private void seed() {
        Client client = server.client().signIn(PEOPLE.get(0).get(0), PEOPLE.get(0).get(1));
        for (String address :
                List.of(
                        "/api/applications/towline/design",
                        "/api/people?size=200",
                        "/api/teams",
                        "/api/units",
                        "/api/organisations")) {
            pool.learn(
                    address.replaceAll("\\?.*", "").replaceAll(".*/", ""),
                    client.get(address).json());
        }
        pool.put("person", "ilse.marrow", "mabel.hollis", "saskia.bellweather", "clemency.hart");
        pool.put("otherPerson", "maren.holt");
        pool.put("role", "dispatcher", "shipper-contact");
        pool.put("set", "see-berths", "run-voyages");
        pool.put("roles.first", "dispatcher");
        pool.put("difference.second", "hazard-officer");
        String source =
                client.post("/api/sources", Map.of("kind", "scim", "name", "Fuzz"))
                        .json()
                        .path("id")
                        .asString();
        scimToken =
                client.post("/api/sources/" + source + "/tokens", Map.of("label", "fuzz"))
                        .json()
                        .path("token")
                        .asString();
    }

    private void send(int number, Request request) throws IOException, InterruptedException {
        Op op = request.op();
        int who = PROOFS.contains(op.id()) ? PEOPLE.size() - 1 : random.nextInt(PEOPLE.size());
        boolean program = op.path().startsWith("/access/") || op.scim();
        Map<String, String> headers = new LinkedHashMap<>(request.headers());
        HttpClient through = http;
        if (program) {
            headers.put(
                    "Authorization", "Bearer " + (op.scim() ? scimToken : DemoWorld.GATEWAY_TOKEN));
        } else {
            Door door = doors.computeIfAbsent(who, any -> signedIn(PEOPLE.get(any)));
            through = door.http();
            headers.put("X-XSRF-TOKEN", door.token());
            if (headers.containsKey("If-Match") && !request.broken()) {
                headers.put("If-Match", tag(door, request));
            }
        }
        HttpRequest.Builder sent =
                HttpRequest.newBuilder(URI.create(server.address() + request.address()))
                        .timeout(Duration.ofSeconds(60))
                        .method(
                                op.method(),
                                request.body() == null
                                        ? BodyPublishers.noBody()
                                        : BodyPublishers.ofString(request.body()));
        headers.forEach(sent::header);
        long from = System.nanoTime();
        HttpResponse<byte[]> answer = through.send(sent.build(), BodyHandlers.ofByteArray());
        Duration took = Duration.ofNanos(System.nanoTime() - from);
        if (answer.statusCode() >= 500 || took.compareTo(AT_MOST) > 0) {
            String body = request.body() == null ? "" : request.body();
            wrong.add(
                    "%d: %s %s %s -> %d in %d ms"
                            .formatted(
                                    number,
                                    op.method(),
                                    shortened(request.address()),
                                    shortened(body),
                                    answer.statusCode(),
                                    took.toMillis()));
        }
        if (answer.statusCode() == 401 && !program && !op.id().equals("signIn")) {
            doors.remove(who);
        }
        if (answer.statusCode() < 300) {
            reached.merge(op.id(), 1, Integer::sum);
            learn(op, answer.body());
        }
    }

    private void learn(Op op, byte[] body) {
        if (body.length > LEARNT_AT_MOST) {
            return;
        }
        try {
            JsonNode json = JSON.readTree(new String(body, StandardCharsets.UTF_8));
            String[] segments = op.path().replaceAll("/\\{[^}]*\\}$", "").split("/");
            pool.learn(segments[segments.length - 1], json);
        } catch (JacksonException other) {
            // A file, or nothing.
            return;
        }
    }

    private static String shortened(String text) {
        return text.length() > 300 ? text.substring(0, 300) + "… (" + text.length() + ")" : text;
    }

    /** The tag of what is to be changed, as it is now. */
    private String tag(Door door, Request request) throws IOException, InterruptedException {
        String path =
                request.address().replaceAll("\\?.*", "").replaceAll("(/drafts/[^/]+)/.*", "$1");
        HttpRequest asked = HttpRequest.newBuilder(URI.create(server.address() + path)).build();
        return door.http()
                .send(asked, BodyHandlers.discarding())
                .headers()
                .firstValue("ETag")
                .orElse("\"0\"");
    }

    private Door signedIn(List<String> who) {
        CookieManager cookies = new CookieManager();
        Door door = new Door(HttpClient.newBuilder().cookieHandler(cookies).build(), cookies);
        try {
            URI session = URI.create(server.address() + "/api/session");
            door.http().send(HttpRequest.newBuilder(session).build(), BodyHandlers.discarding());
            door.http()
                    .send(
                            HttpRequest.newBuilder(session)
                                    .header("Content-Type", "application/json")
                                    .header("X-XSRF-TOKEN", door.token())
                                    .POST(
                                            BodyPublishers.ofString(
                                                    JSON.writeValueAsString(
                                                            Map.of(
                                                                    "email",
                                                                    who.get(0),
                                                                    "password",
                                                                    who.get(1)))))
                                    .build(),
                            BodyHandlers.discarding());
            door.http().send(HttpRequest.newBuilder(session).build(), BodyHandlers.discarding());
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
        return door;
    }
}
