package nembar.core.sql;

import java.util.ArrayList;
import java.util.List;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.TableName;

/**
 * SQL with a question mark for each parameter.
 *
 * @param parameters in the order of the question marks: {@link String}, {@link Integer}, {@link
 *     java.math.BigDecimal}, {@link java.time.LocalDate}, {@link java.time.OffsetDateTime} or an
 *     array of {@link String}
 */
public record SqlText(String sql, List<Object> parameters) {
    public SqlText {
        parameters = List.copyOf(parameters);
    }

    /**
     * The SQL with its question marks numbered, as in {@code $1}; those in names and texts stay.
     *
     * @param first the number of the first
     */
    public String numbered(int first) {
        StringBuilder numbered = new StringBuilder();
        char within = 0;
        int number = first;
        for (int i = 0; i < sql.length(); i++) {
            char at = sql.charAt(i);
            if (within == 0 && at == '?') {
                numbered.append('$').append(number++);
                continue;
            }
            if (within == 0 && (at == '"' || at == '\'')) {
                within = at;
            } else if (at == within) {
                within = 0;
            }
            numbered.append(at);
        }
        return numbered.toString();
    }

    /** Puts SQL together, piece by piece, keeping parameters in step. */
    static final class Builder {
        private final StringBuilder sql = new StringBuilder();
        private final List<Object> parameters = new ArrayList<>();

        Builder add(String text) {
            sql.append(text);
            return this;
        }

        Builder add(SqlText text) {
            sql.append(text.sql());
            parameters.addAll(text.parameters());
            return this;
        }

        /** A piece of text with one question mark in it, and what it stands for. */
        Builder add(String text, Object value) {
            sql.append(text);
            parameters.add(value);
            return this;
        }

        Builder parameter(Object value) {
            sql.append('?');
            parameters.add(value);
            return this;
        }

        SqlText build() {
            return new SqlText(sql.toString(), parameters);
        }
    }

    /** A table's name with its schema, each in double quotes. */
    static String table(TableName table) {
        if (table.equals(TableName.LOST)) {
            return "(SELECT WHERE FALSE)";
        }
        return Column.quoted(table.schema()) + "." + Column.quoted(table.name());
    }
}
