package nembar.server.cluster;

import static nembar.server.testing.Limited.assign;
import static nembar.server.testing.Limited.may;
import static nembar.server.testing.Limited.set;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.Limited;
import nembar.server.testing.ServerProcess;
import nembar.server.testing.Verifier;
import org.junit.jupiter.api.Test;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

/**
 * Administrators of different rights and a source change things at random on two servers, which are
 * killed at any moment, as PostgreSQL is. Whatever was acknowledged is there once, nothing is half
 * done, both servers and the history say what the database says, and nobody holds what nobody who
 * may give it agreed to.
 *
 * <p>A run is repeated with {@code -Dnembar.random.seed=}, and is longer with {@code
 * -Dnembar.random.seconds=}.
 */
class RandomDriverTest {
    private static final long SEED = Long.getLong("nembar.random.seed", System.nanoTime());
    private static final Duration LASTS =
            Duration.ofSeconds(Long.getLong("nembar.random.seconds", 30));
    private static final String NEMBAR = "/api/applications/nembar";
    private static final String TOWLINE = "/api/applications/towline";
    private static final int WRITERS = 4;
    private static final String UNTOUCHED = "as it was";

    private final Cluster cluster = Cluster.start();
    private final List<ServerProcess> servers =
            List.of(new ServerProcess(cluster, "random-1"), new ServerProcess(cluster, "random-2"));
    private final AtomicBoolean over = new AtomicBoolean();
    private final ConcurrentLinkedQueue<String> wrong = new ConcurrentLinkedQueue<>();

    /** What is known of each assignment: there (true), or nobody knows (false). */
    private final Map<String, Boolean> assignments = new ConcurrentHashMap<>();

    /** What is known of people whom the source brought in, by their address. */
    private final Map<String, Boolean> sourced = new ConcurrentHashMap<>();

    /** What a property of a person may be: what was acknowledged last, and what came after it. */
    private final Map<String, Set<String>> possible = new ConcurrentHashMap<>();

    private final AtomicInteger acknowledged = new AtomicInteger();
    private final AtomicInteger unknown = new AtomicInteger();
    private final AtomicInteger refused = new AtomicInteger();

    /** How a change ended; nobody knows when its server or the database was lost meanwhile. */
    private enum End {
        DONE,
        REFUSED,
        UNKNOWN
    }

    @Test
    void nothingIsLostOrHalfDoneOrTaken() throws Exception {
        System.out.println("RandomDriverTest: seed " + SEED);
        servers.forEach(ServerProcess::up);
        Client administrator = administrator();
        String source = scim(administrator);
        Client clerk = clerk(administrator);
        Set<String> administrators = holders(administrator, "administrator");
        List<String> people = free(administrator);
        assertThat(people).hasSizeGreaterThanOrEqualTo(WRITERS * 3);
        ExecutorService pool = Executors.newCachedThreadPool();
        List<Future<?>> running = new ArrayList<>();
        for (int i = 0; i < WRITERS; i++) {
            List<String> own = people.subList(i * 3, i * 3 + 3);
            Random random = new Random(SEED + i);
            String name = "w" + i;
            Client client = administrator();
            running.add(pool.submit(() -> edits(random, client, name, own)));
        }
        running.add(pool.submit(() -> provisions(new Random(SEED + 10), source)));
        running.add(pool.submit(() -> intrudes(new Random(SEED + 11), clerk)));
        running.add(pool.submit(() -> kills(new Random(SEED + 12))));
        for (Future<?> one : running) {
            one.get(LASTS.toSeconds() + 300, TimeUnit.SECONDS);
        }
        pool.shutdown();
        System.out.printf(
                "RandomDriverTest: %d acknowledged, %d unknown, %d refused%n",
                acknowledged.get(), unknown.get(), refused.get());
        assertThat(wrong).as("seed " + SEED).isEmpty();
        assertThat(acknowledged.get()).as("seed " + SEED).isGreaterThan(20);
        verify(administrators);
    }

    private Client administrator() {
        return servers.get(0).client().signIn("idris.munro@larkwater.example", "kelp-and-ochre-7");
    }

    private static String scim(Client administrator) {
        String id =
                administrator
                        .post("/api/sources", Map.of("kind", "scim", "name", "Personnel"))
                        .json()
                        .path("id")
                        .asString();
        return administrator
                .post("/api/sources/" + id + "/tokens", Map.of("label", "random"))
                .json()
                .path("token")
                .asString();
    }

    /** Somebody who may do much with people and drafts, but gives nothing. */
    private Client clerk(Client administrator) {
        Limited.publish(
                administrator,
                NEMBAR,
                "A clerk",
                List.of(
                        set(
                                "of-clerk",
                                "Of a clerk",
                                may("person", "view"),
                                may("person", "change"),
                                may("person", "reset"),
                                may("draft", "view"),
                                may("draft", "create"),
                                may("draft", "change"),
                                may("draft", "publish"),
                                may("assignment", "change"),
                                may("assignment", "create"),
                                may("application", "view"),
                                may("application", "change")),
                        assign("to-clerk", "set", "of-clerk", "osric.vane", Map.of())));
        return servers.get(1).client().signIn("osric.vane@larkwater.example", "reads-every-ledger");
    }

    /** People whom the administrator may suspend without anybody's approval. */
    private static List<String> free(Client client) {
        List<String> found = new ArrayList<>();
        for (JsonNode one :
                client.get("/api/people?kind=external&status=active&size=60")
                        .json()
                        .path("people")) {
            String key = one.path("key").asString();
            Answer preview =
                    client.post(
                            "/api/people/acts?preview=true",
                            Map.of("act", "suspend", "people", List.of(key)));
            if (preview.status() == 200 && preview.json().path("against").isEmpty()) {
                found.add(key);
            }
        }
        return found;
    }

    private static Set<String> holders(Client client, String role) {
        Set<String> found = new HashSet<>();
        for (JsonNode one : client.get(NEMBAR + "/design").json().at("/design/assignments")) {
            if (one.path("role").asString("").equals(role)) {
                found.add(one.path("audience").toString());
            }
        }
        return found;
    }

    /** Asks one of the servers, and says how it ended. */
    private End ask(Random random, Client client, Supplier<Answer> asked) {
        return ask(random, client, asked, null);
    }

    /** Asks for something that nobody may refuse, and why not; null where it may be refused. */
    private End ask(Random random, Client client, Supplier<Answer> asked, String never) {
        client.at(servers.get(random.nextInt(servers.size())).address());
        try {
            Answer answer = asked.get();
            int status = answer.status();
            End end = status < 300 ? End.DONE : status < 500 ? End.REFUSED : End.UNKNOWN;
            if (end == End.REFUSED && never != null) {
                wrong.add("refused to " + never + ": " + status + " " + answer.text());
            }
            return counted(end);
        } catch (UncheckedIOException | JacksonException broken) {
            return counted(End.UNKNOWN);
        }
    }

    private End counted(End end) {
        switch (end) {
            case DONE -> acknowledged.incrementAndGet();
            case REFUSED -> refused.incrementAndGet();
            default -> {
                unknown.incrementAndGet();
                LockSupport.parkNanos(Duration.ofMillis(50).toNanos());
            }
        }
        return end;
    }

    private void noted(String property, String value, End end) {
        if (end == End.DONE) {
            possible.put(property, Set.of(value));
        } else if (end == End.UNKNOWN) {
            Set<String> more = new HashSet<>(possible.getOrDefault(property, Set.of(UNTOUCHED)));
            more.add(value);
            possible.put(property, more);
        }
    }

    private static Answer act(Client client, String act, List<String> people, Object place) {
        return client.post(
                "/api/people/acts",
                place == null
                        ? Map.of("act", act, "people", people)
                        : Map.of("act", act, "people", people, "place", place));
    }

    private void edits(Random random, Client client, String prefix, List<String> own) {
        for (int i = 0; !over.get(); i++) {
            String person = own.get(random.nextInt(own.size()));
            String value = prefix + "-" + i;
            switch (random.nextInt(4)) {
                case 0 -> {
                    End end =
                            ask(
                                    random,
                                    client,
                                    () ->
                                            Limited.tryToPublish(
                                                    client,
                                                    TOWLINE,
                                                    value,
                                                    List.of(
                                                            assign(
                                                                    value,
                                                                    "set",
                                                                    "see-berths",
                                                                    "clemency.hart",
                                                                    Map.of()))),
                                    "publish " + value);
                    if (end != End.REFUSED) {
                        assignments.put(value, end == End.DONE);
                    }
                }
                case 1 ->
                        noted(
                                person + " familyName",
                                value,
                                ask(random, client, () -> renamed(client, person, value)));
                case 2 -> {
                    String zone = random.nextBoolean() ? "Europe/Paris" : "Europe/Madrid";
                    End end =
                            ask(
                                    random,
                                    client,
                                    () -> act(client, "place", own, Map.of("timeZone", zone)));
                    own.forEach(one -> noted(one + " timeZone", zone, end));
                }
                default -> {
                    boolean suspend = random.nextBoolean();
                    noted(
                            person + " status",
                            suspend ? "suspended" : "active",
                            ask(
                                    random,
                                    client,
                                    () ->
                                            act(
                                                    client,
                                                    suspend ? "suspend" : "bringBack",
                                                    List.of(person),
                                                    null)));
                }
            }
        }
    }

    private static Answer renamed(Client client, String key, String name) {
        Answer sheet = client.get("/api/people/" + key);
        if (sheet.status() != 200) {
            return sheet;
        }
        Map<String, Object> edit = Limited.asTheyAre(sheet.json());
        edit.put("familyName", name);
        return client.put("/api/people/" + key, edit);
    }

    private void provisions(Random random, String token) {
        Client client =
                servers.get(0)
                        .client()
                        .withoutCsrf()
                        .with("Authorization", "Bearer " + token)
                        .with("Content-Type", "application/scim+json");
        for (int i = 0; !over.get(); i++) {
            String email = "sourced" + i + "@larkwater.example";
            End end =
                    ask(
                            random,
                            client,
                            () ->
                                    client.post(
                                            "/scim/v2/Users",
                                            Map.of(
                                                    "schemas",
                                                    List.of(
                                                            "urn:ietf:params:scim:schemas:core:2.0:User"),
                                                    "userName",
                                                    email,
                                                    "name",
                                                    Map.of(
                                                            "givenName",
                                                            "So",
                                                            "familyName",
                                                            "Urced"),
                                                    "emails",
                                                    List.of(
                                                            Map.of(
                                                                    "value", email, "primary",
                                                                    true)),
                                                    "active",
                                                    true)),
                            "provision " + email);
            if (end != End.REFUSED) {
                sourced.put(email, end == End.DONE);
            }
            LockSupport.parkNanos(Duration.ofMillis(300).toNanos());
        }
    }

    /** Whatever of this succeeds is wrong. */
    private void intrudes(Random random, Client clerk) {
        List<Supplier<Answer>> ways =
                List.of(
                        () ->
                                Limited.tryToPublish(
                                        clerk,
                                        NEMBAR,
                                        "More for me",
                                        List.of(
                                                assign(
                                                        "mine",
                                                        "role",
                                                        "administrator",
                                                        "osric.vane",
                                                        Map.of()))),
                        () ->
                                Limited.tryToPublish(
                                        clerk,
                                        NEMBAR,
                                        "Later",
                                        List.of(
                                                assign(
                                                        "mine",
                                                        "set",
                                                        "administer-all",
                                                        "osric.vane",
                                                        Map.of(
                                                                "from",
                                                                Instant.now()
                                                                        .plusSeconds(5)
                                                                        .toString())))),
                        () -> act(clerk, "reset", List.of("vikram.sethi"), null),
                        () -> act(clerk, "suspend", List.of("vikram.sethi"), null),
                        () -> {
                            Answer sheet = clerk.get("/api/people/vikram.sethi");
                            if (sheet.status() != 200) {
                                return sheet;
                            }
                            Map<String, Object> edit = Limited.asTheyAre(sheet.json());
                            edit.put("email", "mine@larkwater.example");
                            return clerk.put("/api/people/vikram.sethi", edit);
                        });
        while (!over.get()) {
            int way = random.nextInt(ways.size());
            if (ask(random, clerk, ways.get(way)) == End.DONE) {
                wrong.add("way " + way + " succeeded");
            }
            LockSupport.parkNanos(Duration.ofMillis(200).toNanos());
        }
    }

    /** Kills a server or the database, again and again, and lets them come back. */
    private void kills(Random random) {
        Instant end = Instant.now().plus(LASTS);
        while (Instant.now().isBefore(end)) {
            LockSupport.parkNanos(Duration.ofMillis(2000 + random.nextInt(4000)).toNanos());
            if (random.nextInt(3) == 0) {
                cluster.kill();
                LockSupport.parkNanos(Duration.ofMillis(random.nextInt(1000)).toNanos());
                cluster.up();
            } else {
                ServerProcess one = servers.get(random.nextInt(servers.size()));
                one.kill();
                one.up();
            }
        }
        over.set(true);
    }

    private void verify(Set<String> administrators) {
        String seed = "seed " + SEED;
        try (Verifier fresh = new Verifier(cluster)) {
            Client client = administrator();
            for (String application : List.of("nembar", "towline")) {
                String stored = fresh.stored(application);
                assertThat(fresh.replayed(application)).as("history, " + seed).isEqualTo(stored);
                for (ServerProcess server : servers) {
                    String told =
                            client.at(server.address())
                                    .get("/api/applications/" + application + "/design")
                                    .text();
                    assertThat(fresh.told(told)).as("memory, " + seed).isEqualTo(stored);
                }
            }
            assertThat(holders(client, "administrator")).as(seed).isEqualTo(administrators);
            publications(client, seed);
            people(client, seed);
        }
    }

    /** What is published is in the design and in the list of publications, once in each. */
    private void publications(Client client, String seed) {
        Set<String> there = new HashSet<>();
        for (JsonNode one : client.get(TOWLINE + "/design").json().at("/design/assignments")) {
            assertThat(there.add(one.path("key").asString())).as(seed).isTrue();
        }
        Map<String, Integer> listed = new HashMap<>();
        for (int page = 0; ; page++) {
            JsonNode some =
                    client.get(TOWLINE + "/publications?size=100&page=" + page)
                            .json()
                            .path("publications");
            if (some.isEmpty()) {
                break;
            }
            some.forEach(
                    one ->
                            one.path("changes")
                                    .forEach(
                                            change ->
                                                    listed.merge(
                                                            change.at("/element/key").asString(),
                                                            1,
                                                            Integer::sum)));
        }
        assignments.forEach(
                (key, known) -> {
                    if (known) {
                        assertThat(there).as(seed).contains(key);
                    }
                    assertThat(listed.getOrDefault(key, 0))
                            .as(key + ", " + seed)
                            .isEqualTo(there.contains(key) ? 1 : 0);
                });
    }

    private void people(Client client, String seed) {
        possible.forEach(
                (property, values) -> {
                    if (!values.contains(UNTOUCHED)) {
                        String[] of = property.split(" ");
                        assertThat(client.get("/api/people/" + of[0]).json().path(of[1]).asString())
                                .as(property + ", " + seed)
                                .isIn(values);
                    }
                });
        sourced.forEach(
                (email, known) -> {
                    long found =
                            client.get("/api/people?search=" + email).json().path("total").asLong();
                    assertThat(found).as(email + ", " + seed).isBetween(known ? 1L : 0L, 1L);
                });
    }
}
