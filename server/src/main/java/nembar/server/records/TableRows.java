package nembar.server.records;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.TableName;
import nembar.core.sql.RowsQuery;
import nembar.core.sql.SqlText;
import nembar.server.http.BadRequest;
import nembar.server.http.RecordsAway;
import nembar.server.http.SqlErrors;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;

/** Reads rows of tables that are no governed records, such as an application's own users. */
@Service
public class TableRows {
    private final RecordSources sources;

    TableRows(RecordSources sources) {
        this.sources = sources;
    }

    /**
     * The columns of each row as texts, in order of the first; null where there is no value.
     *
     * @param yes a column that says yes of the rows that count; empty for all
     * @param atMost more rows are refused
     * @throws BadRequest where the table is not the application's, cannot be read, or has more rows
     * @throws RecordsAway where its database does not answer
     */
    public List<String[]> read(
            String application,
            TableName table,
            List<String> columns,
            Optional<String> yes,
            int atMost) {
        sources.requireOwnTable(application, table);
        SqlText text = RowsQuery.of(table, columns, yes, atMost + 1);
        List<String[]> rows = new ArrayList<>();
        try {
            sources.of(application)
                    .query(
                            text.sql(),
                            row -> {
                                String[] values = new String[columns.size()];
                                for (int i = 0; i < values.length; i++) {
                                    values[i] = row.getString(i + 1);
                                }
                                rows.add(values);
                            },
                            text.parameters().toArray());
        } catch (DataAccessException failed) {
            if (SqlErrors.away(failed)) {
                throw new RecordsAway(application, RecordsAway.Why.NO_ANSWER, failed);
            }
            throw new BadRequest(
                    "table",
                    "It cannot be read. Look at the table and the columns that are named, and at"
                            + " what the user of the connection may read.");
        }
        if (rows.size() > atMost) {
            throw new BadRequest(
                    "table",
                    "More than "
                            + atMost
                            + " rows. Name a view that has only those who use the application.");
        }
        return rows;
    }
}
