package nembar.server.index;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import nembar.server.testing.ServerProcess;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The record index of an application against PostgreSQL, from being wanted to being left. */
@ExtendWith(Installation.class)
class RecordIndexTest {
    private static final String INDEX = "/api/applications/towline/record-index";
    private static final Duration WITHIN = Duration.ofSeconds(20);

    /** Of each kind: by unit, by team, by account, own, through parents, guarded. */
    private static final List<String> PEOPLE =
            List.of(
                    "ilse.marrow",
                    "cecily.fairweather",
                    "honora.larke",
                    "saskia.bellweather",
                    "mabel.hollis",
                    "agnete.solberg",
                    "gideon.marsh");

    private static final String LOTS =
            "insert into towline.cargo_lot select 'X-' || i || '%1$s', description, voyage,"
                    + " shipper, basin, clerk, goods, tonnes, loads_on, status, under_seal from"
                    + " (select *, row_number() over (order by number) as i from"
                    + " towline.cargo_lot limit 40) lots on conflict do nothing";

    private Client client;
    private Installation nembar;

    @BeforeEach
    void keep(Installation nembar) {
        this.nembar = nembar;
        client = nembar.administrator();
        Answer wanted = client.put(INDEX, Map.of("kept", true));
        assertThat(wanted.status()).as(wanted.text()).isEqualTo(200);
        until("it is read", () -> client.get(INDEX).json().path("asOf").isString());
    }

    @AfterEach
    void leave() {
        write("delete from towline.cargo_lot where number like 'X-%'");
        assertThat(client.put(INDEX, Map.of("kept", false)).status()).isEqualTo(200);
        until("it is left", () -> asked("ilse.marrow", false).path("asOf").isMissingNode());
    }

    private static void until(String what, BooleanSupplier holds) {
        Instant end = Instant.now().plus(WITHIN);
        while (!holds.getAsBoolean()) {
            assertThat(Instant.now()).as(what).isBefore(end);
            LockSupport.parkNanos(Duration.ofMillis(100).toNanos());
        }
    }

    private JsonNode asked(String person, boolean exact) {
        return get("/api/ask/what-can?application=towline&exact=" + exact + "&person=" + person);
    }

    private JsonNode get(String question) {
        Answer answer = client.get(question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    /** Writes to the application's tables, and has PostgreSQL tell of it at once. */
    private void write(String sql) {
        nembar.cluster().run("towline", sql + "; select pg_stat_force_next_flush()");
    }

    private boolean agrees(String person) {
        JsonNode indexed = asked(person, false);
        JsonNode exact = asked(person, true);
        return indexed.path("areas").equals(exact.path("areas"))
                && indexed.path("totals").equals(exact.path("totals"));
    }

    @Test
    void itsNumbersAreThoseThatAreCountedAndTellTheirAge() {
        for (String person : PEOPLE) {
            JsonNode indexed = asked(person, false);
            JsonNode exact = asked(person, true);
            assertThat(indexed.path("areas")).as(person).isEqualTo(exact.path("areas"));
            assertThat(indexed.path("totals")).as(person).isEqualTo(exact.path("totals"));
            assertThat(Instant.parse(indexed.path("asOf").asString()))
                    .isBefore(Instant.now())
                    .isAfter(Instant.now().minus(Duration.ofMinutes(5)));
            assertThat(exact.path("asOf").isMissingNode()).isTrue();
        }
        JsonNode shown = client.get(INDEX).json();
        assertThat(shown.path("records").asLong()).isGreaterThan(7_000);
        assertThat(shown.path("bytes").asLong()).isBetween(10_000L, 10_000_000L);
        assertThat(shown.path("failure").isMissingNode()).isTrue();
    }

    @Test
    void whatIsWrittenIsReadAgainAlsoAfterALostConnection() {
        long before = asked("honora.larke", true).at("/totals/records").asLong();
        write(LOTS.formatted("a"));
        assertThat(asked("honora.larke", true).at("/totals/records").asLong())
                .isEqualTo(before + 40);
        until("what was added is there", () -> agrees("honora.larke") && agrees("ilse.marrow"));

        write("update towline.cargo_lot set clerk = 'ilse.marrow' where number like 'X-%'");
        until("what was changed is there", () -> agrees("ilse.marrow"));

        nembar.cluster()
                .configure(
                        "select pg_terminate_backend(pid) from pg_stat_activity"
                                + " where usename = 'towline_reader'");
        assertThat(asked("honora.larke", false).path("asOf").isString()).isTrue();
        write("delete from towline.cargo_lot where number like 'X-1%'");
        until("what was taken away is gone", () -> agrees("honora.larke"));
    }

    @Test
    void whoCanHasItsNumbersFromItToo() {
        String lots = "/api/applications/towline/who-can?type=cargo_lot&operation=change&size=200";
        for (String of : List.of("", "&today=true", "&where=status+%3D+'loaded'")) {
            JsonNode indexed = get(lots + of);
            JsonNode exact = get(lots + of + "&exact=true");
            assertThat(indexed.path("people")).as(of).isEqualTo(exact.path("people")).isNotEmpty();
            assertThat(Instant.parse(indexed.path("asOf").asString())).isBefore(Instant.now());
            assertThat(exact.path("asOf").isMissingNode()).isTrue();
        }
        String invoices = "/api/applications/towline/who-can?type=invoice&field=amount&size=200";
        assertThat(get(invoices).path("people"))
                .isEqualTo(get(invoices + "&exact=true").path("people"))
                .isNotEmpty();
    }

    @Test
    void aServerThatIsStartedAgainMakesItAnew() {
        ServerProcess server = new ServerProcess(nembar.cluster(), "index").up();
        Client here = client;
        try {
            followedBy(server);
            write(LOTS.formatted("up"));
            until("what was added is there", () -> agrees("honora.larke"));

            server.kill();
            write("update towline.cargo_lot set clerk = 'ilse.marrow' where number like 'X-%'");
            write("delete from towline.cargo_lot where number like 'X-2%'");

            followedBy(server.up());
            for (String person : PEOPLE) {
                assertThat(agrees(person)).as(person).isTrue();
            }
            write("delete from towline.cargo_lot where number like 'X-3%'");
            until("what was taken away is gone", () -> agrees("ilse.marrow"));
        } finally {
            client = here;
            server.kill();
        }
    }

    /** Asks this server from now on, once it has an index and is told which rows are written. */
    private void followedBy(ServerProcess server) {
        client = server.client().signIn("idris.munro@larkwater.example", "kelp-and-ochre-7");
        until("it is read", () -> client.get(INDEX).json().path("asOf").isString());
        assertThat(client.get(INDEX).json().path("notTold").isMissingNode()).isTrue();
    }

    /** Something that happens to cargo lots whose number begins with X, and to their voyages. */
    private String something(Random random, int round) {
        String some =
                "number in (select number from towline.cargo_lot where number like 'X-%'"
                        + " order by md5(number || "
                        + round
                        + ") limit 7)";
        List<String> clerks = List.of("ilse.marrow", "cecily.fairweather", "honora.larke");
        return switch (random.nextInt(6)) {
            case 0 -> LOTS.formatted("r" + round);
            case 1 ->
                    "update towline.cargo_lot set clerk = '"
                            + clerks.get(random.nextInt(3))
                            + "' where "
                            + some;
            case 2 ->
                    "update towline.cargo_lot set voyage = (select voyage from towline.cargo_lot"
                            + " order by md5(number || "
                            + round
                            + ") limit 1) where "
                            + some;
            case 3 -> "delete from towline.cargo_lot where " + some;
            case 4 ->
                    "update towline.cargo_lot set under_seal = not under_seal, tonnes = tonnes + 1,"
                            + " status = (select status from towline.cargo_lot order by md5(number"
                            + " || "
                            + round
                            + ") limit 1) where "
                            + some;
            default -> "update towline.cargo_lot set number = number || 'n' where " + some;
        };
    }

    @Test
    void itAgreesWithTheDatabaseAfterWhateverHappens() {
        assertThat(client.get(INDEX).json().path("notTold").isMissingNode()).isTrue();
        long seed = System.nanoTime();
        Random random = new Random(seed);
        for (int round = 0; round < 12; round++) {
            // PostgreSQL's counters would tell of it later.
            for (int i = 0; i <= random.nextInt(4); i++) {
                nembar.cluster().run("towline", something(random, 10 * round + i));
            }
            for (String person : List.of("honora.larke", "ilse.marrow", "cecily.fairweather")) {
                until("seed " + seed + ", round " + round + ", " + person, () -> agrees(person));
            }
        }
    }

    @Test
    void whereRowsAreNotToldItSaysSoAndReadsAllAgain() {
        nembar.cluster().run("towline", "drop publication nembar_record_index");
        assertThat(client.put(INDEX, Map.of("kept", false)).status()).isEqualTo(200);
        until("it is left", () -> asked("ilse.marrow", false).path("asOf").isMissingNode());
        assertThat(client.put(INDEX, Map.of("kept", true)).status()).isEqualTo(200);
        until("it is read", () -> client.get(INDEX).json().path("asOf").isString());
        JsonNode shown = client.get(INDEX).json();
        assertThat(shown.path("notTold").asString())
                .contains("not all of its tables are published");
        write(LOTS.formatted("again"));
        until("what was added is there", () -> agrees("honora.larke"));

        nembar.cluster().run("towline", shown.path("statements").path(0).asString());
        assertThat(client.put(INDEX, Map.of("kept", false)).status()).isEqualTo(200);
        until("it is left", () -> asked("ilse.marrow", false).path("asOf").isMissingNode());
        assertThat(client.put(INDEX, Map.of("kept", true)).status()).isEqualTo(200);
        until(
                "rows are told",
                () -> {
                    JsonNode now = client.get(INDEX).json();
                    return now.path("asOf").isString() && now.path("notTold").isMissingNode();
                });
    }

    @Test
    void onlyWhoeverMayChangeTheApplicationMaySay() {
        Client osric = nembar.auditor();
        assertThat(osric.get(INDEX).status()).isEqualTo(403);
        assertThat(osric.put(INDEX, Map.of("kept", false)).status()).isEqualTo(403);
        assertThat(
                        client.put("/api/applications/nembar/record-index", Map.of("kept", true))
                                .status())
                .isEqualTo(400);
        assertThat(client.get("/api/applications/none/record-index").status()).isEqualTo(404);
    }
}
