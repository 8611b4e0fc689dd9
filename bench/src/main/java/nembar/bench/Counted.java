package nembar.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import nembar.core.sql.SqlText;

/** A count, asked for over plain JDBC. */
final class Counted {
    private Counted() {}

    /** The first number of the first row. */
    static long by(Connection connection, SqlText text) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(text.sql())) {
            int at = 1;
            for (Object parameter : text.parameters()) {
                statement.setObject(at++, parameter);
            }
            try (ResultSet counted = statement.executeQuery()) {
                counted.next();
                return counted.getLong(1);
            }
        }
    }
}
