package nembar.core.testing;

import java.nio.charset.StandardCharsets;
import java.util.List;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.RecordKey;

/** What identifies the records of a type, and refers to them, in the database. */
public enum KeyShape {
    TEXT("text"),
    WHOLE("integer"),
    UUID("uuid"),
    /** A number that is compared as the database writes it. */
    OTHER("numeric(6,1)"),
    COMPOSITE("bigint", "text");

    private final List<String> sql;

    KeyShape(String... sql) {
        this.sql = List.of(sql);
    }

    /** The columns of a field that has such keys. */
    public List<Column> columns(String field) {
        return switch (this) {
            case TEXT -> List.of(Column.plain(field));
            case WHOLE -> List.of(new Column(field + " No", Stored.WHOLE));
            case UUID -> List.of(new Column("\"" + field, Stored.UUID));
            case OTHER -> List.of(new Column(field, Stored.OTHER));
            case COMPOSITE ->
                    List.of(new Column(field + "_a", Stored.WHOLE), Column.plain(field + "_ß"));
        };
    }

    /** The types of these columns. */
    public List<String> sql() {
        return sql;
    }

    /** The key of a type's record of this number. */
    public String key(String type, int number) {
        return switch (this) {
            case TEXT -> type + number;
            case WHOLE -> String.valueOf(number - 1);
            case UUID ->
                    java.util
                            .UUID
                            .nameUUIDFromBytes((type + number).getBytes(StandardCharsets.UTF_8))
                            .toString();
            case OTHER -> number + ".0";
            case COMPOSITE ->
                    RecordKey.text(
                            List.of(
                                    String.valueOf(number / 3),
                                    List.of("~", ",b", "").get(number % 3)));
        };
    }
}
