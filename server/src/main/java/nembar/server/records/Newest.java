package nembar.server.records;

import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import nembar.server.http.Overtaken;
import org.springframework.stereotype.Component;

/**
 * Questions of which only the newest of each asker matters: what an older one still runs in the
 * database is cancelled there.
 */
@Component
public class Newest {
    private static final ThreadLocal<Asking> CURRENT = new ThreadLocal<>();

    private final Map<String, Asking> newest = new ConcurrentHashMap<>();

    /** One question, and the statement that it runs at the moment. */
    private static final class Asking {
        private Statement running;
        private boolean overtaken;

        synchronized void run(Statement statement) {
            if (overtaken) {
                throw new Overtaken("A newer question came.");
            }
            running = statement;
        }

        synchronized void done() {
            running = null;
        }

        synchronized void overtake() {
            overtaken = true;
            if (running != null) {
                try {
                    running.cancel();
                } catch (SQLException gone) {
                    // It has ended by itself.
                    running = null;
                }
            }
        }

        synchronized boolean overtaken() {
            return overtaken;
        }
    }

    /**
     * Answers a question, unless the same asker comes with a newer one meanwhile.
     *
     * @throws Overtaken where they do
     */
    public <T> T ask(String asker, Supplier<T> question) {
        Asking asking = new Asking();
        Asking older = newest.put(asker, asking);
        if (older != null) {
            older.overtake();
        }
        CURRENT.set(asking);
        try {
            return question.get();
        } catch (RuntimeException failed) {
            throw asking.overtaken() ? new Overtaken("A newer question came.") : failed;
        } finally {
            CURRENT.remove();
            newest.remove(asker, asking);
        }
    }

    /** Runs a statement such that a newer question cancels it. */
    static <T> T running(Statement statement, SqlWork<T> work) throws SQLException {
        Asking asking = CURRENT.get();
        if (asking == null) {
            return work.run();
        }
        asking.run(statement);
        try {
            return work.run();
        } finally {
            asking.done();
        }
    }

    /** What is done in the database. */
    interface SqlWork<T> {
        T run() throws SQLException;
    }
}
