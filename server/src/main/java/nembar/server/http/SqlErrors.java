package nembar.server.http;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.transaction.TransactionSystemException;

/** What stands behind an error of a database. */
public final class SqlErrors {
    private static final int CAUSES_AT_MOST = 20;
    private static final Set<String> UNSTORABLE = Set.of("22021", "22P05");
    private static final Set<String> OTHERWISE =
            Set.of("42703", "42P01", "3F000", "42501", "42883", "42804");
    private static final String POOL_CLOSED = "Connection is closed";

    private SqlErrors() {}

    /** Whether the database cannot be reached, or is shutting down. */
    public static boolean away(Throwable failed) {
        return sql(
                failed,
                sql ->
                        sql.getSQLState() == null
                                ? sql instanceof SQLTransientConnectionException
                                        || POOL_CLOSED.equals(sql.getMessage())
                                : sql.getSQLState().startsWith("08")
                                        || sql.getSQLState().startsWith("57P"));
    }

    /** Whether the database broke a statement off that took too long. */
    static boolean tooLong(Throwable failed) {
        return sql(failed, sql -> "57014".equals(sql.getSQLState()));
    }

    /**
     * Whether a table or a column is not there any more, may not be read, or is of another type.
     */
    static boolean otherwise(Throwable failed) {
        return sql(failed, sql -> OTHERWISE.contains(String.valueOf(sql.getSQLState())));
    }

    /** Whether a text holds a character that no text of the database can hold, or no JSON in it. */
    static boolean unstorable(Throwable failed) {
        return sql(
                failed, sql -> sql.getSQLState() != null && UNSTORABLE.contains(sql.getSQLState()));
    }

    private static boolean sql(Throwable failed, Predicate<SQLException> wanted) {
        return among(failed, cause -> cause instanceof SQLException sql && wanted.test(sql));
    }

    /** Whether an error of this kind is behind it, also where a failed rollback hides that. */
    public static boolean among(Throwable failed, Predicate<Throwable> wanted) {
        Throwable cause = failed;
        for (int i = 0; cause != null && i < CAUSES_AT_MOST; i++, cause = cause.getCause()) {
            if (wanted.test(cause)) {
                return true;
            }
            if (cause instanceof TransactionSystemException rollback
                    && rollback.getApplicationException() != null
                    && among(rollback.getApplicationException(), wanted)) {
                return true;
            }
        }
        return false;
    }
}
