package nembar.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.SortedSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordKey;

/**
 * The columns of a field, of the rows under an alias that have them, in SQL. To Nembar a key is
 * text; where the database has numbers, UUIDs or several columns for it, what it is compared with
 * is turned into these, so that an index serves.
 */
record SqlField(Field field, String alias) {
    /**
     * From how many values on the database looks one up, rather than going through all of them for
     * each row, which it does only where column and values are of one type. Whole numbers are of
     * several, of which numeric holds all.
     */
    private static final int LOOKED_UP = 9;

    /** What is read for it: one column for each of the field's. */
    List<String> read() {
        return field.columns().stream().map(this::read).toList();
    }

    private String read(Column column) {
        return switch (column.stored()) {
            case PLAIN -> plain(column);
            case LOCAL ->
                    "("
                            + plain(column)
                            + " AT TIME ZONE '"
                            + column.zone().orElseThrow().getId()
                            + "')";
            case OTHER ->
                    field.type().list() && !column.equals(Column.LOST)
                            ? elements(column)
                            : asText(column);
            case WHOLE, UUID -> asText(column);
        };
    }

    /** What is in a list, each as a text, however deep it lies. */
    private String elements(Column column) {
        String all = plain(column);
        return "(CASE WHEN "
                + all
                + " IS NOT NULL THEN ARRAY(SELECT one::text FROM unnest("
                + all
                + ") one WHERE one IS NOT NULL) END)";
    }

    /** Its value, which is a text where the field is kept otherwise than its type says. */
    String value() {
        if (field.columns().size() == 1) {
            return read().get(0);
        }
        return field.columns().stream()
                .map(
                        column ->
                                column.stored() == Stored.WHOLE || column.stored() == Stored.UUID
                                        ? asText(column)
                                        : part(asText(column)))
                .collect(Collectors.joining(" || ',' || ", "(", ")"));
    }

    /** A text as a part of a {@link RecordKey}. */
    static String part(String text) {
        return "replace(replace(" + text + ", '~', '~~'), ',', '~,')";
    }

    /** Its value as a text, where it has one column. */
    String text() {
        return asText(field.columns().get(0));
    }

    /** Texts that its one column can have, as what it is compared with. */
    SqlText array(List<String> values) {
        return new SqlText.Builder()
                .parameter(values.toArray(String[]::new))
                .add("::text[]" + (cast(0).isEmpty() ? "" : cast(0) + "[]"))
                .build();
    }

    /** Whether a text can be a value of its one column. */
    boolean fits(String text) {
        return stored(0).fits(text);
    }

    /** What it is ordered by: its columns, each as the database orders it. */
    String order(boolean falling) {
        return compared().stream()
                .map(column -> column + (falling ? " DESC" : ""))
                .collect(Collectors.joining(", "));
    }

    /**
     * Whether it comes after a key in its order, or before it; after none where there is no such
     * key.
     */
    SqlText beyond(String key, boolean falling) {
        List<String> parts = parts(key);
        if (parts.isEmpty()) {
            return new SqlText("FALSE", List.of());
        }
        SqlText.Builder sql =
                new SqlText.Builder()
                        .add(row(compared()))
                        .add(falling ? " < " : " > ")
                        .add(parts.size() == 1 ? "" : "(");
        for (int i = 0; i < parts.size(); i++) {
            sql.add(i == 0 ? "" : ", ").parameter(parts.get(i)).add(cast(i));
        }
        return sql.add(parts.size() == 1 ? "" : ")").build();
    }

    /** Whether it is one of these keys. */
    SqlText among(SortedSet<String> keys) {
        List<List<String>> all =
                keys.stream().map(this::parts).filter(parts -> !parts.isEmpty()).toList();
        if (all.isEmpty()) {
            return new SqlText("FALSE", List.of());
        }
        if (field.columns().size() == 1) {
            return amongOneColumn(all);
        }
        SqlText.Builder sql = new SqlText.Builder().add(row(compared()));
        sql.add(" IN (SELECT * FROM unnest(");
        for (int i = 0; i < field.columns().size(); i++) {
            int part = i;
            sql.add(i == 0 ? "" : ", ")
                    .parameter(all.stream().map(parts -> parts.get(part)).toArray(String[]::new))
                    .add("::text[]" + (cast(i).isEmpty() ? "" : cast(i) + "[]"));
        }
        return sql.add("))").build();
    }

    private SqlText amongOneColumn(List<List<String>> keys) {
        SqlText.Builder sql = new SqlText.Builder().add(compared().get(0));
        List<String> values = keys.stream().map(parts -> parts.get(0)).toList();
        if (values.size() == 1) {
            return sql.add(" = ").parameter(values.get(0)).add(cast(0)).build();
        }
        if (stored(0) == Stored.WHOLE && values.size() >= LOOKED_UP) {
            return sql.add("::numeric = ANY (")
                    .parameter(values.toArray(String[]::new))
                    .add("::text[]::numeric[])")
                    .build();
        }
        return sql.add(" = ANY (").add(array(values)).add(")").build();
    }

    /** Whether it has a value. */
    String present() {
        return plain(field.columns().get(0)) + " IS NOT NULL";
    }

    /**
     * Its columns as they are held against those of another field that has the same keys; as texts
     * where the two are kept otherwise.
     */
    List<String> joining(SqlField other) {
        if (field.columns().size() != other.field.columns().size()) {
            return List.of(value());
        }
        return IntStream.range(0, field.columns().size())
                .mapToObj(
                        i ->
                                stored(i) == other.stored(i) && stored(i) != Stored.OTHER
                                        ? plain(field.columns().get(i))
                                        : asText(field.columns().get(i)))
                .toList();
    }

    /** Whether it has the same key as another field. */
    String same(SqlField other) {
        List<String> ours = joining(other);
        List<String> theirs = other.joining(this);
        return IntStream.range(0, ours.size())
                .mapToObj(i -> ours.get(i) + " = " + theirs.get(i))
                .collect(Collectors.joining(" AND "));
    }

    /** What one of its columns is set to. */
    String cast(int column) {
        return switch (stored(column)) {
            case WHOLE -> "::bigint";
            case UUID -> "::uuid";
            case PLAIN, OTHER, LOCAL -> "";
        };
    }

    /** The parts of a key, one for each column; none where the columns cannot have it. */
    private List<String> parts(String key) {
        List<String> parts = RecordKey.parts(key, field.columns().size());
        boolean fit =
                parts.size() == field.columns().size()
                        && IntStream.range(0, parts.size())
                                .allMatch(i -> stored(i).fits(parts.get(i)));
        return fit ? parts : List.of();
    }

    private Stored stored(int column) {
        return field.columns().get(column).stored();
    }

    /** Its columns, each as what is compared with it. */
    List<String> compared() {
        List<String> compared = new ArrayList<>();
        for (Column column : field.columns()) {
            compared.add(column.stored() == Stored.OTHER ? asText(column) : plain(column));
        }
        return compared;
    }

    private static String row(List<String> columns) {
        return columns.size() == 1 ? columns.get(0) : "(" + String.join(", ", columns) + ")";
    }

    private String plain(Column column) {
        return column.equals(Column.LOST)
                ? "NULL::text"
                : alias + "." + Column.quoted(column.name());
    }

    private String asText(Column column) {
        return plain(column) + "::text";
    }
}
