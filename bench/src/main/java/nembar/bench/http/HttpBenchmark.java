package nembar.bench.http;

import java.io.IOException;
import java.io.OutputStream;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import nembar.demo.DemoWorld;
import org.postgresql.PGConnection;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * What administrators and programs ask most, asked of a running server of ten thousand people and a
 * million records: a table of what each takes, what it ought to take, and what a floor measured in
 * the same run takes, such as the same numbers by hand-written SQL. Arguments choose lines by the
 * first words of their names.
 */
public final class HttpBenchmark {
    private static final int CLIENTS = 8;
    private static final int SECONDS = 6;
    private static final String TOWLINE = "/api/applications/towline";

    /** People of the demo whose access is of every kind, some of them through parents. */
    private static final List<String> PEOPLE =
            List.of(
                    "cecily.fairweather",
                    "gideon.marsh",
                    "honora.larke",
                    "desmond.pryor",
                    "ilse.marrow",
                    "saskia.bellweather",
                    "astrid.kohl",
                    "maren.holt",
                    "osric.vane",
                    "agnete.solberg");

    private final String address;
    private final Caller idris;
    private final Caller program;
    private final Connection records;
    private final ResultTable table = new ResultTable();
    private final List<String> wanted;

    private HttpBenchmark(String address, Connection records, List<String> wanted) {
        DemoWorld.SignIn first = DemoWorld.signIns().get(0);
        this.address = address;
        this.idris =
                Caller.person(address, first.person() + "@larkwater.example", first.password());
        this.program = Caller.program(address, DemoWorld.GATEWAY_TOKEN);
        this.records = records;
        this.wanted = wanted;
    }

    public static void main(String[] arguments) throws SQLException {
        try (Connection records =
                DriverManager.getConnection(
                        System.getenv("NEMBAR_BENCH_URL"),
                        "towline_owner",
                        System.getenv("NEMBAR_BENCH_PASSWORD"))) {
            new HttpBenchmark(System.getenv("NEMBAR_BENCH_HTTP"), records, List.of(arguments))
                    .run();
        }
    }

    private void run() throws SQLException {
        ask();
        whoCan();
        decisions();
        lists();
        findings();
        desk();
        review();
        drafts();
        table.print();
    }

    /** What one person can do, against the same numbers by hand, and from the record index. */
    private void ask() {
        if (!wants("what-can")) {
            return;
        }
        double hand = Clocked.median(2, 5, this::byHand);
        String index = TOWLINE + "/record-index";
        idris.send("PUT", index, Map.of("kept", false));
        told("what-can of ten people, counted", "1.3 times", each(2, 5), ms(hand));
        idris.send("PUT", index, Map.of("kept", true));
        JsonNode standing = idris.json(index);
        while (standing.path("asOf").isMissingNode()) {
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(500));
            standing = idris.json(index);
        }
        told("what-can of ten people, from the record index", "20 ms", each(10, 15), "");
        table.add(
                "record index of " + standing.path("records").asLong() + " records: read; kept in",
                "",
                ms(standing.path("tookMillis").asDouble())
                        + "; "
                        + standing.path("bytes").asLong() / 1_000_000
                        + " MB",
                "");
    }

    private double[] each(int before, int runs) {
        return PEOPLE.stream()
                .mapToDouble(
                        person -> Clocked.median(before, runs, () -> idris.get(whatCan(person))))
                .toArray();
    }

    private void told(String what, String target, double[] each, String floor) {
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < each.length; i++) {
            all.append(i == 0 ? "" : ", ").append(PEOPLE.get(i)).append(' ').append(ms(each[i]));
        }
        table.add(what + ": " + all, target, ms(Clocked.median(each)), floor);
    }

    private static String whatCan(String person) {
        return "/api/ask/what-can?application=towline&person=" + person;
    }

    /** A count of each type of records in one scan, as many numbers as a reach grid shows. */
    private void byHand() throws SQLException {
        for (String[] type : BY_HAND) {
            run(
                    "select count(*), count(*) filter (where %2$s), count(*) filter (where %3$s) from towline.%1$s"
                            .formatted(type[0], type[1], type[2]));
        }
    }

    /** Tables, with what somebody who works in a basin sees of them, and what is their own. */
    private static final String[][] BY_HAND = {
        {"voyage", "basin = 'sorrel-delta'", "dispatcher = 'ilse.marrow'"},
        {"cargo_lot", "basin = 'sorrel-delta'", "clerk = 'ilse.marrow'"},
        {"inspection", "result = 'passed'", "inspector = 'ilse.marrow'"},
        {"berth_booking", "basin = 'sorrel-delta'", "planner = 'ilse.marrow'"},
        {"contract", "account = 'hollis-grain'", "manager = 'ilse.marrow'"},
        {"document", "true", "false"},
        {"invoice", "true", "false"},
        {"credit_note", "true", "false"},
        {"incident", "basin = 'sorrel-delta'", "reporter = 'ilse.marrow'"},
        {"claim", "true", "false"},
    };

    private void whoCan() {
        String lot = one("select number from towline.cargo_lot order by number limit 1 offset 777");
        String inspection =
                one("select number from towline.inspection order by number limit 1 offset 777");
        String by = TOWLINE + "/who-can?size=50&page=0&type=";
        time("who-can of one record", "20 ms", by + "cargo_lot&operation=view&record=" + lot);
        time(
                "who-can of one inspection",
                "20 ms",
                by + "inspection&operation=view&record=" + inspection);
        time("who-can of a type", "200 ms", by + "cargo_lot&operation=view");
        time("who-can of a field of a record", "20 ms", by + "cargo_lot&field=goods&record=" + lot);
        time("who-can of a field", "200 ms", by + "voyage&field=margin");
        String through = "/api/ask/%s?application=towline&person=ilse.marrow&type=cargo_lot";
        time(
                "because of one record",
                "",
                through.formatted("because") + "&operation=change&record=" + lot);
        time(
                "a page of records through somebody",
                "",
                through.formatted("records") + "&operation=view&size=50&count=false");
        time(
                "the same with its number",
                "",
                through.formatted("records") + "&operation=view&size=50&count=true");
    }

    /** An access review of more than two thousand people: begun once, opened again and again. */
    private void review() {
        if (!wants("access review")) {
            return;
        }
        Map<String, Object> wanted =
                Map.of(
                        "name",
                        "All of Operations",
                        "scope",
                        Map.of(
                                "kind",
                                "people",
                                "audience",
                                Map.of(
                                        "of",
                                        List.of(Map.of("unit", "operations", "below", true)),
                                        "except",
                                        List.of())),
                        "asked",
                        "managers",
                        "due",
                        LocalDate.now().plusDays(20).toString());
        long begun = System.nanoTime();
        JsonNode review = idris.json("POST", TOWLINE + "/reviews", wanted);
        double took = (System.nanoTime() - begun) / 1e6;
        String at = "/api/reviews/" + review.path("id").asString();
        String rights = review.at("/progress/rights").asLong() + " rights";
        table.add("access review of " + rights + ": begun", "", ms(took), "");
        table.add(
                "access review of " + rights + ": opened, with its first people",
                "1 s",
                ms(
                        Clocked.median(
                                2,
                                9,
                                () -> {
                                    idris.get(at);
                                    idris.get(at + "/people?mine=false");
                                })),
                "");
        idris.send("POST", at + "/end", Map.of());
    }

    private void decisions() {
        String nobody = evaluation("nobody@nowhere.example", "view", "L-1", null);
        String lot =
                one("select number from towline.cargo_lot where basin = 'sorrel-delta' limit 1");
        Map<String, Object> sent =
                Map.of("basin", "sorrel-delta", "goods", "barley", "status", "booked");
        String ilse = "ilse.marrow@larkwater.example";
        Map<String, String> asked =
                Map.of(
                        "yes", evaluation(ilse, "view", lot, null),
                        "no", evaluation(ilse, "delete", lot, null),
                        "with the record sent", evaluation(ilse, "view", lot, sent));
        if (wants("evaluation")) {
            double floor = perSecond(nobody);
            for (String kind : List.of("yes", "no", "with the record sent")) {
                table.add(
                        "evaluation, " + kind,
                        "0.9 of the floor",
                        times(perSecond(asked.get(kind))),
                        "one of nobody: " + times(floor));
            }
        }
        if (wants("1 000 in a batch")) {
            List<String> lots = all("select number from towline.cargo_lot limit 1000");
            List<Object> resources = new ArrayList<>();
            lots.forEach(
                    key ->
                            resources.add(
                                    Map.of("resource", Map.of("type", "cargo_lot", "id", key))));
            Object batch =
                    Map.of(
                            "subject", Map.of("type", "person", "id", ilse),
                            "action", Map.of("name", "view"),
                            "evaluations", resources);
            table.add(
                    "1 000 in a batch",
                    "150 ms",
                    ms(
                            Clocked.median(
                                    3,
                                    9,
                                    () -> program.send("POST", "/access/v1/evaluations", batch))),
                    "");
        }
    }

    private double perSecond(String body) {
        return Clocked.perSecond(
                CLIENTS,
                SECONDS,
                () ->
                        new Wire(address, DemoWorld.GATEWAY_TOKEN, "/access/v1/evaluation", body)
                                ::send);
    }

    private static String evaluation(
            String who, String action, String lot, Map<String, Object> properties) {
        Map<String, Object> resource =
                properties == null
                        ? Map.of("type", "cargo_lot", "id", lot)
                        : Map.of("type", "cargo_lot", "id", lot, "properties", properties);
        return Caller.JSON.writeValueAsString(
                Map.of(
                        "subject", Map.of("type", "person", "id", who),
                        "action", Map.of("name", action),
                        "resource", resource));
    }

    private void lists() {
        String lots =
                "/api/ask/records%s?application=towline&person=honora.larke&type=cargo_lot&operation=view";
        if (wants("CSV")) {
            AtomicInteger rows = new AtomicInteger();
            double took =
                    Clocked.median(
                            1,
                            3,
                            () -> {
                                byte[] all = idris.get(lots.formatted(".csv"));
                                int lines = 0;
                                for (byte one : all) {
                                    lines += one == '\n' ? 1 : 0;
                                }
                                rows.set(lines - 1);
                            });
            double copy = Clocked.median(1, 3, () -> copy(rows.get()));
            table.add(
                    "CSV of " + rows.get() + " rows",
                    "2 s for 100 000",
                    ms(took),
                    "a plain copy: " + ms(copy));
        }
    }

    private void findings() {
        if (wants("findings")) {
            double[] took =
                    Clocked.millis(0, 3, () -> idris.get(TOWLINE + "/findings?page=0&size=50"));
            table.add("findings, the first time", "4 s", ms(took[0]), "");
            table.add("findings, again", "4 s", ms(took[2]), "");
        }
    }

    /** The Desk, once its findings have been worked out in the background. */
    private void desk() {
        if (!wants("desk")) {
            return;
        }
        while (!idris.json("/api/desk").path("working").isEmpty()) {
            LockSupport.parkNanos(Duration.ofSeconds(1).toNanos());
        }
        double[] took = Clocked.millis(1, 10, () -> idris.get("/api/desk"));
        Arrays.sort(took);
        table.add("desk, from what is kept", "1 s", ms(took[took.length / 2]), "");
    }

    /** An edit of a set that many hold, what it changes, and its publication. */
    private void drafts() {
        if (!wants("impact") && !wants("publish")) {
            return;
        }
        JsonNode set = null;
        for (JsonNode one : idris.json(TOWLINE + "/design").at("/design/privilegeSets")) {
            if (one.path("key").asString().equals("run-voyages")) {
                set = one;
            }
        }
        List<Double> impacts = new ArrayList<>();
        List<Double> publications = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            Object next = i % 2 == 0 ? with(set, "unit") : set;
            idris.send("PUT", TOWLINE + "/tray", Map.of());
            JsonNode tray =
                    idris.json(
                            "POST",
                            TOWLINE + "/tray/edits",
                            Map.of(
                                    "changes",
                                    List.of(Map.of("put", "privilegeSets", "element", next))));
            String draft = TOWLINE + "/drafts/" + tray.at("/draft/id").asString();
            impacts.add(Clocked.median(0, 1, () -> idris.get(draft + "/impact?page=0&size=50")));
            publications.add(Clocked.median(0, 1, () -> idris.publish(draft)));
        }
        table.add("impact of an edit to a set that many hold", "2 s", list(impacts), "");
        table.add("publish", "1 s", list(publications), "");
    }

    private static Object with(JsonNode set, String reach) {
        ObjectNode copy = (ObjectNode) set.deepCopy();
        ((ObjectNode) copy.at("/privileges/0")).put("reach", reach);
        return copy;
    }

    private void time(String what, String target, String path) {
        if (wants(what)) {
            table.add(what, target, ms(Clocked.median(20, 31, () -> idris.get(path))), "");
        }
    }

    private boolean wants(String what) {
        return wanted.isEmpty() || wanted.stream().anyMatch(what::startsWith);
    }

    private String one(String query) {
        return all(query).get(0);
    }

    private List<String> all(String query) {
        List<String> all = new ArrayList<>();
        try (Statement statement = records.createStatement();
                ResultSet rows = statement.executeQuery(query)) {
            while (rows.next()) {
                all.add(rows.getString(1));
            }
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
        return all;
    }

    private void copy(int rows) throws SQLException, IOException {
        records.unwrap(PGConnection.class)
                .getCopyAPI()
                .copyOut(
                        "copy (select * from towline.cargo_lot order by number limit "
                                + rows
                                + ") to stdout (format csv)",
                        OutputStream.nullOutputStream());
    }

    private void run(String query) throws SQLException {
        try (Statement statement = records.createStatement()) {
            statement.execute(query);
        }
    }

    private static String list(List<Double> some) {
        StringBuilder text = new StringBuilder();
        some.forEach(one -> text.append(text.isEmpty() ? "" : ", ").append(ms(one)));
        return text.toString();
    }

    private static String ms(double millis) {
        return String.format(Locale.ROOT, millis < 10 ? "%.1f ms" : "%.0f ms", millis);
    }

    private static String times(double each) {
        return String.format(Locale.ROOT, "%.0f a second", each);
    }
}
