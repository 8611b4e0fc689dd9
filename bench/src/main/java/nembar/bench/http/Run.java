package nembar.bench.http;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * One run of the benchmark: whom it asks, and where it tells what it measured.
 *
 * @param idris an administrator who is signed in
 * @param program one that may ask for decisions
 * @param records the application's database
 * @param wanted first words of the lines that are wanted; empty for all
 */
record Run(
        String address,
        Caller idris,
        Caller program,
        Connection records,
        ResultTable table,
        List<String> wanted) {
    static final String TOWLINE = "/api/applications/towline";

    void time(String what, String target, String path) {
        if (wants(what)) {
            table.add(what, target, ms(Clocked.median(20, 31, () -> idris.get(path))), "");
        }
    }

    boolean wants(String what) {
        return wanted.isEmpty() || wanted.stream().anyMatch(what::startsWith);
    }

    String one(String query) {
        return all(query).get(0);
    }

    List<String> all(String query) {
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

    void run(String query) throws SQLException {
        try (Statement statement = records.createStatement()) {
            statement.execute(query);
        }
    }

    static String list(List<Double> some) {
        StringBuilder text = new StringBuilder();
        some.forEach(one -> text.append(text.isEmpty() ? "" : ", ").append(ms(one)));
        return text.toString();
    }

    static String ms(double millis) {
        return String.format(Locale.ROOT, millis < 10 ? "%.1f ms" : "%.0f ms", millis);
    }

    static String times(double each) {
        return String.format(Locale.ROOT, "%.0f a second", each);
    }
}
