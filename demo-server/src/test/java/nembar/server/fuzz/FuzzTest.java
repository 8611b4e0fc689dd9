package nembar.server.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import nembar.demo.DemoWorld;
import nembar.server.fuzz.Operations.Op;
import nembar.server.fuzz.Requests.Request;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.ServerProcess;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.core.JacksonException;

/**
 * Sends requests of every operation, valid and broken, as each of the demo's four and by tokens: no
 * answer is a 500 or other than docs/openapi.json says, none takes over five seconds, and of a
 * hundred operations ninety-five are reached with a yes.
 *
 * <p>{@code -Dnembar.fuzz.requests=} sets how many, {@code -Dnembar.fuzz.seed=} repeats a run.
 */
class FuzzTest {
    private static final int REQUESTS = Integer.getInteger("nembar.fuzz.requests", 20_000);
    private static final long SEED = Long.getLong("nembar.fuzz.seed", 20_261_127);
    private static final Duration AT_MOST = Duration.ofSeconds(5);

    private static final double REACHED = 0.95;

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

    /** Whom a source may not give another address, or end: nobody would be left to go on as. */
    private static final Pattern THE_FOUR =
            Pattern.compile("/(idris\\.munro|maren\\.holt|agnete\\.solberg|osric\\.vane)\\b");

    /**
     * What opens a connection to wherever it is told, or takes an application from everybody:
     * broken only, since it is walked through.
     */
    private static final Set<String> WALKED =
            Set.of(
                    "addApplication",
                    "tryConnection",
                    "changeConnection",
                    "setApplicationState",
                    "takeAwayApplication");

    /** What counts as a wrong password, and in the end locks whoever it is tried as. */
    private static final Set<String> PROOFS =
            Set.of("changePassword", "newSecondFactor", "confirmSecondFactor", "endSecondFactor");

    private static Cluster cluster;
    private static ServerProcess server;

    private final Random random = new Random(SEED);
    private final Pool pool = new Pool(random);
    private final Operations operations = new Operations();
    private final Requests requests = new Requests(operations, pool, random);
    private final Map<Integer, Client> signedIn = new LinkedHashMap<>();
    private final Map<String, Integer> reached = new LinkedHashMap<>();

    /** How long each operation took in all, in milliseconds. */
    private final Map<String, Long> took = new HashMap<>();

    private final List<String> wrong = new ArrayList<>();
    private Client scim;
    private Client gateway;

    @BeforeAll
    static void start() {
        cluster = Cluster.start();
        server = new ServerProcess(cluster, "fuzz").forManyRequests().up();
    }

    @AfterAll
    static void stop() {
        server.kill();
        cluster.down();
    }

    @Test
    void noRequestBreaksTheServer() {
        seed();
        walk();
        List<Op> all = operations.all();
        for (int i = 0; i < REQUESTS; i++) {
            // Each operation in turn, so that none is left out; now and then one at random.
            Op op = all.get(random.nextInt(4) == 0 ? random.nextInt(all.size()) : i % all.size());
            boolean alone = ALONE.contains(op.id()) || WALKED.contains(op.id());
            boolean broken = alone || random.nextInt(10) < 6;
            Request request = requests.of(op, broken);
            if (op.method().equals("GET") || !THE_FOUR.matcher(request.address()).find()) {
                send(i, request);
            }
            if (wrong.size() > TOLD) {
                break;
            }
        }
        System.out.println("FuzzTest: took the longest, in ms: " + longest());
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

    private Map<String, Long> longest() {
        Map<String, Long> longest = new LinkedHashMap<>();
        took.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
                .limit(TOLD)
                .forEach(one -> longest.put(one.getKey(), one.getValue()));
        return longest;
    }

    /** What takes several steps is walked through first; the rest is left to chance. */
    private void walk() {
        Client admin = server.client().signIn(PEOPLE.get(0).get(0), PEOPLE.get(0).get(1));
        Client steward = server.client().signIn(PEOPLE.get(4).get(0), PEOPLE.get(4).get(1));
        Set<String> known = operations.all().stream().map(Op::id).collect(Collectors.toSet());
        List<String> refused =
                new Walk(
                                server,
                                cluster,
                                admin,
                                steward,
                                (operation, answer) -> {
                                    assertThat(known).contains(operation);
                                    reached.merge(operation, 1, Integer::sum);
                                })
                        .go();
        assertThat(refused).isEmpty();
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
                        "/api/accounts")) {
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
        String token =
                client.post("/api/sources/" + source + "/tokens", Map.of("label", "fuzz"))
                        .json()
                        .path("token")
                        .asString();
        scim = server.client().with("Authorization", "Bearer " + token);
        gateway = server.client().with("Authorization", "Bearer " + DemoWorld.GATEWAY_TOKEN);
    }

    private void send(int number, Request request) {
        Op op = request.op();
        int who = PROOFS.contains(op.id()) ? PEOPLE.size() - 1 : random.nextInt(PEOPLE.size());
        boolean program = op.path().startsWith("/access/") || op.scim();
        Client client =
                program
                        ? op.scim() ? scim : gateway
                        : signedIn.computeIfAbsent(who, any -> signedIn(PEOPLE.get(any)));
        Map<String, String> headers = new LinkedHashMap<>(request.headers());
        if (headers.containsKey("If-Match") && !request.broken()) {
            headers.put("If-Match", tag(client, request));
        }
        long from = System.nanoTime();
        Answer answer;
        try {
            answer = client.send(op.method(), request.address(), headers, request.body());
        } catch (AssertionError otherwise) {
            wrong.add(number + ": " + shortened(otherwise.getMessage()));
            return;
        }
        Duration lasted = Duration.ofNanos(System.nanoTime() - from);
        took.merge(op.id(), lasted.toMillis(), Long::sum);
        if (lasted.compareTo(AT_MOST) > 0 && op.method().equals("GET")) {
            // A machine that stood still for a while is not the server's doing: it is asked again.
            from = System.nanoTime();
            answer = client.send(op.method(), request.address(), headers, request.body());
            lasted = Duration.ofNanos(System.nanoTime() - from);
        }
        if (answer.status() >= 500 || lasted.compareTo(AT_MOST) > 0) {
            String body = request.body() == null ? "" : request.body();
            wrong.add(
                    "%d: %s %s %s -> %d in %d ms"
                            .formatted(
                                    number,
                                    op.method(),
                                    shortened(request.address()),
                                    shortened(body),
                                    answer.status(),
                                    lasted.toMillis()));
        }
        if (answer.status() == 401 && !program && !op.id().equals("signIn")) {
            signedIn.remove(who);
        }
        if (answer.status() < 300) {
            reached.merge(op.id(), 1, Integer::sum);
            learn(op, answer);
        }
    }

    private void learn(Op op, Answer answer) {
        if (answer.response().body().length > LEARNT_AT_MOST) {
            return;
        }
        try {
            String[] segments = op.path().replaceAll("/\\{[^}]*\\}$", "").split("/");
            pool.learn(segments[segments.length - 1], answer.json());
        } catch (JacksonException other) {
            // A file, or nothing.
            return;
        }
    }

    private static String shortened(String text) {
        return text.length() > 300 ? text.substring(0, 300) + "… (" + text.length() + ")" : text;
    }

    /** The tag of what is to be changed, as it is now. */
    private static String tag(Client client, Request request) {
        String path =
                request.address().replaceAll("\\?.*", "").replaceAll("(/drafts/[^/]+)/.*", "$1");
        String tag = client.get(path).header("ETag");
        return tag.isEmpty() ? "\"0\"" : tag;
    }

    /** Whoever is locked out by now goes on as nobody. */
    private static Client signedIn(List<String> who) {
        Client client = server.client();
        client.trySignIn(who.get(0), who.get(1));
        client.get("/api/session");
        return client;
    }
}
