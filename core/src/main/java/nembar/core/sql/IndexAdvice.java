package nembar.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;

/** Which indexes in an application's database would make lists of many records quick. */
public final class IndexAdvice {
    /** PostgreSQL takes no more columns in one index. */
    private static final int COLUMNS_AT_MOST = 32;

    private final RecordType type;
    private final List<Present> there;
    private final boolean parted;
    private final List<Advised> advised = new ArrayList<>();

    private IndexAdvice(RecordType type, List<Present> there, boolean parted) {
        this.type = type;
        this.there = there;
        this.parted = parted;
    }

    /** What an index is good for. */
    public enum Use {
        /** Looking for a text, for whoever sees these fields on all records. */
        SEARCH,
        /** What belongs to a record. */
        BELOW,
        /** The records of some people, accounts, units or teams. */
        PLACE,
        /** A list in the order of the field, at any depth. */
        ORDER
    }

    /**
     * An index that is there.
     *
     * @param sorted whether it keeps its order
     * @param trigrams whether it finds parts of texts
     * @param keys its columns in their order; of an expression its text, without parentheses and
     *     quotes
     */
    public record Present(boolean sorted, boolean trigrams, List<String> keys) {
        private boolean begins(List<String> columns) {
            return sorted
                    && keys.size() >= columns.size()
                    && keys.subList(0, columns.size()).equals(columns);
        }
    }

    /**
     * One that is missing.
     *
     * @param fields labels of the fields that it is about
     * @param statement that makes it
     */
    public record Advised(Use use, List<String> fields, String statement) {}

    /**
     * What is missing, what serves most first.
     *
     * @param there the indexes of the type's table
     * @param parted whether that table has parts, of which no index is made beside other work
     */
    public static List<Advised> of(RecordType type, List<Present> there, boolean parted) {
        IndexAdvice advice = new IndexAdvice(type, there, parted);
        advice.search();
        type.parent().map(Parent::through).ifPresent(through -> advice.lookUp(through, Use.BELOW));
        type.fields().stream()
                .filter(advice::named)
                .forEach(field -> advice.lookUp(field.key(), Use.PLACE));
        type.fields().forEach(advice::order);
        return advice.advised;
    }

    /** Only where each field that is looked through has an index is none of them gone through. */
    private void search() {
        List<Field> searched =
                type.fields().stream()
                        .filter(field -> ListQuery.SEARCHED.contains(field.type()))
                        .filter(field -> !named(field))
                        .toList();
        List<Field> missing =
                searched.stream()
                        .filter(field -> text(field).filter(this::found).isEmpty())
                        .toList();
        boolean all = searched.stream().allMatch(field -> text(field).isPresent());
        if (!all || missing.isEmpty() || missing.size() > COLUMNS_AT_MOST) {
            return;
        }
        String columns =
                missing.stream()
                        .map(field -> expression(field) + " gin_trgm_ops")
                        .collect(Collectors.joining(", "));
        advise(Use.SEARCH, missing, "USING gin (" + columns + ")");
    }

    /** Whether parts of a text are found. */
    private boolean found(String text) {
        return there.stream().anyMatch(one -> one.trigrams() && one.keys().contains(text));
    }

    /** Records are found by the value of a field. */
    private void lookUp(String key, Use use) {
        Field field = type.knownField(key);
        if (kept(field) && there.stream().noneMatch(one -> one.begins(names(field)))) {
            advise(use, List.of(field), "(" + quoted(names(field)) + ")");
        }
    }

    private void order(Field field) {
        Field key = type.knownField(type.keyField());
        boolean plain =
                kept(field)
                        && field.columns().size() == 1
                        && field.columns().get(0).stored() == Stored.PLAIN
                        && !field.type().list();
        if (!plain || field.equals(key) || named(field) || !kept(key)) {
            return;
        }
        List<String> ordered = Stream.concat(names(field).stream(), names(key).stream()).toList();
        if (there.stream().noneMatch(one -> one.begins(ordered))) {
            advise(Use.ORDER, List.of(field), "(" + quoted(ordered) + ")");
        }
    }

    private void advise(Use use, List<Field> fields, String what) {
        advised.add(
                new Advised(
                        use,
                        fields.stream().map(Field::label).toList(),
                        "CREATE INDEX "
                                + (parted ? "" : "CONCURRENTLY ")
                                + "ON "
                                + SqlText.table(type.table())
                                + " "
                                + what
                                + ";"));
    }

    /** Whether people see a name in place of its value, by which it is then looked for. */
    private boolean named(Field field) {
        return field.type() == FieldType.PERSON
                || type.places().fields().contains(field.key())
                        && !field.key().equals(type.keyField());
    }

    /** Whether the type's table has it, as it is. */
    private static boolean kept(Field field) {
        return field.link().isEmpty()
                && field.columns().stream()
                        .noneMatch(
                                column ->
                                        column.equals(Column.LOST)
                                                || column.stored() == Stored.OTHER);
    }

    /** What is looked through of a field, as an index has it; empty where none can. */
    private static Optional<String> text(Field field) {
        if (!kept(field) || field.lookup().isPresent() || field.columns().size() > 1) {
            return Optional.empty();
        }
        Column column = field.columns().get(0);
        return Optional.of(
                column.stored() == Stored.PLAIN
                        ? column.name()
                        : column.name().replaceAll("[()\"]", "") + "::text");
    }

    private static String expression(Field field) {
        Column column = field.columns().get(0);
        String quoted = Column.quoted(column.name());
        return column.stored() == Stored.PLAIN ? quoted : "(" + quoted + "::text)";
    }

    private static List<String> names(Field field) {
        return field.columns().stream().map(Column::name).toList();
    }

    private static String quoted(List<String> columns) {
        return columns.stream().map(Column::quoted).collect(Collectors.joining(", "));
    }
}
