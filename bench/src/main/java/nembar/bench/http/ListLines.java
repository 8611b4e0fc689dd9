package nembar.bench.http;

import java.io.IOException;
import java.io.OutputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicInteger;
import org.postgresql.PGConnection;

/** Lists of records, deep and whole. */
final class ListLines {
    private final Run run;

    ListLines(Run run) {
        this.run = run;
    }

    void measure() {
        String lots =
                "/api/ask/records%s?application=towline&person=honora.larke&type=cargo_lot&operation=view";
        deep(lots.formatted("") + "&size=200&count=false");
        deep(lots.formatted("") + "&size=200&count=false&sort=status");
        if (run.wants("CSV")) {
            AtomicInteger rows = new AtomicInteger();
            double took =
                    Clocked.median(
                            1,
                            3,
                            () -> {
                                byte[] all = run.idris().get(lots.formatted(".csv"));
                                int lines = 0;
                                for (byte one : all) {
                                    lines += one == '\n' ? 1 : 0;
                                }
                                rows.set(lines - 1);
                            });
            double copy = Clocked.median(1, 3, () -> copy(rows.get()));
            run.table()
                    .add(
                            "CSV of " + rows.get() + " rows",
                            "2 s for 100 000",
                            Run.ms(took),
                            "a plain copy: " + Run.ms(copy));
        }
    }

    /** A page behind a hundred thousand records, against the first one. */
    private void deep(String list) {
        String order = list.contains("sort=") ? "by status" : "by key";
        String what = "a page of 200 records behind 100 000 others, " + order;
        if (!run.wants(what)) {
            return;
        }
        String at = list;
        for (int page = 0; page < 500; page++) {
            at = list + "&after=" + encoded(run.idris().json(at).path("next").asString());
        }
        String deep = at;
        double floor = Clocked.median(3, 15, () -> run.idris().get(list));
        double took = Clocked.median(3, 15, () -> run.idris().get(deep));
        run.table().add(what, "", Run.ms(took), "the first page: " + Run.ms(floor));
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private void copy(int rows) throws SQLException, IOException {
        run.records()
                .unwrap(PGConnection.class)
                .getCopyAPI()
                .copyOut(
                        "copy (select * from towline.cargo_lot order by number limit "
                                + rows
                                + ") to stdout (format csv)",
                        OutputStream.nullOutputStream());
    }
}
