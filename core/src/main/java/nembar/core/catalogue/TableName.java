package nembar.core.catalogue;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The name of a table or view, with its schema (docs/access-model.md, section 1).
 *
 * @param schema as the database has it
 * @param name as the database has it, in any script and case
 */
public record TableName(String schema, String name) {
    /** Stands for a table that cannot be read any more: it has no rows. */
    public static final TableName LOST = new TableName("", "");

    private static final String PLAIN = "[a-z_][a-z0-9_]*";
    private static final String PART = "(" + PLAIN + "|\"(?:[^\"\\x00]|\"\")+\")";
    private static final Pattern TEXT = Pattern.compile(PART + "\\." + PART);

    /**
     * Reads a name as SQL writes it: {@code towline.voyage}, {@code yard."Work Logs"}.
     *
     * @throws IllegalArgumentException for any other text
     */
    public static TableName of(String text) {
        Matcher parts = TEXT.matcher(text);
        if (!parts.matches()) {
            throw new IllegalArgumentException(text);
        }
        TableName name = new TableName(name(parts.group(1)), name(parts.group(2)));
        if (!Column.possible(name.schema()) || !Column.possible(name.name())) {
            throw new IllegalArgumentException(text);
        }
        return name;
    }

    private static String name(String part) {
        return part.startsWith("\"")
                ? part.substring(1, part.length() - 1).replace("\"\"", "\"")
                : part;
    }

    /** The name as SQL writes it; what is not plain is in double quotes. */
    public String text() {
        return part(schema) + "." + part(name);
    }

    private static String part(String name) {
        return name.matches(PLAIN) ? name : Column.quoted(name);
    }

    @Override
    public String toString() {
        return text();
    }
}
