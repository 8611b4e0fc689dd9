package nembar.bench.http;

import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;

/** What people can do, who can, and why. */
final class AskLines {
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

    private static final String INDEX = Run.TOWLINE + "/record-index";

    private final Run run;

    AskLines(Run run) {
        this.run = run;
    }

    void measure() {
        ask();
        whoCan();
    }

    /** What one person can do, against the same numbers by hand, and from the record index. */
    private void ask() {
        if (!run.wants("what-can")) {
            return;
        }
        double hand = Clocked.median(2, 5, this::byHand);
        run.idris().send("PUT", INDEX, Map.of("kept", false));
        told("what-can of ten people, counted", "1.3 times", each(2, 5), Run.ms(hand));
        JsonNode standing = indexed();
        told("what-can of ten people, from the record index", "20 ms", each(10, 15), "");
        run.table()
                .add(
                        "record index of "
                                + standing.path("records").asLong()
                                + " records: read; kept in",
                        "",
                        Run.ms(standing.path("tookMillis").asDouble())
                                + "; "
                                + standing.path("bytes").asLong() / 1_000_000
                                + " MB",
                        "");
    }

    /** How the record index stands, once it is kept and has been read. */
    private JsonNode indexed() {
        run.idris().send("PUT", INDEX, Map.of("kept", true));
        JsonNode standing = run.idris().json(INDEX);
        while (standing.path("asOf").isMissingNode()) {
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(500));
            standing = run.idris().json(INDEX);
        }
        return standing;
    }

    private double[] each(int before, int runs) {
        return PEOPLE.stream()
                .mapToDouble(
                        person ->
                                Clocked.median(
                                        before, runs, () -> run.idris().get(whatCan(person))))
                .toArray();
    }

    private void told(String what, String target, double[] each, String floor) {
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < each.length; i++) {
            all.append(i == 0 ? "" : ", ")
                    .append(PEOPLE.get(i))
                    .append(' ')
                    .append(Run.ms(each[i]));
        }
        run.table().add(what + ": " + all, target, Run.ms(Clocked.median(each)), floor);
    }

    private static String whatCan(String person) {
        return "/api/ask/what-can?application=towline&person=" + person;
    }

    /** A count of each type of records in one scan, as many numbers as a reach grid shows. */
    private void byHand() throws SQLException {
        for (String[] type : BY_HAND) {
            run.run(
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
        String lot =
                run.one("select number from towline.cargo_lot order by number limit 1 offset 777");
        String inspection =
                run.one("select number from towline.inspection order by number limit 1 offset 777");
        String by = Run.TOWLINE + "/who-can?size=50&page=0&type=";
        run.time("who-can of one record", "20 ms", by + "cargo_lot&operation=view&record=" + lot);
        run.time(
                "who-can of one inspection",
                "20 ms",
                by + "inspection&operation=view&record=" + inspection);
        String type = by + "cargo_lot&operation=view&exact=";
        run.time("who-can of a type, counted", "200 ms", type + "true");
        if (run.wants("who-can of a type, from the record index")) {
            indexed();
            run.time("who-can of a type, from the record index", "200 ms", type + "false");
        }
        run.time(
                "who-can of a field of a record",
                "20 ms",
                by + "cargo_lot&field=goods&record=" + lot);
        run.time("who-can of a field", "200 ms", by + "voyage&field=margin");
        String through = "/api/ask/%s?application=towline&person=ilse.marrow&type=cargo_lot";
        run.time(
                "because of one record",
                "",
                through.formatted("because") + "&operation=change&record=" + lot);
        run.time(
                "a page of records through somebody",
                "",
                through.formatted("records") + "&operation=view&size=50&count=false");
        run.time(
                "the same with its number",
                "",
                through.formatted("records") + "&operation=view&size=50&count=true");
    }
}
