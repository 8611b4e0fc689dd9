package nembar.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.function.Predicate;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;
import nembar.core.decision.FieldCoverage;

/**
 * Lists the records of a set, a page at a time, with what the person has of each field. A field's
 * value takes part in search and order only on the records where it may be seen
 * (docs/access-model.md, section 4), so neither can give away a hidden value.
 *
 * @param text selects one column per field, in the type's order, then one truth column per flag
 * @param total counts the records of the same set and search
 * @param flags the sets whose truth columns stand behind the fields
 */
public record ListQuery(SqlText text, SqlText total, List<RecordSet> flags) {
    private static final String ALIAS = "t";
    private static final Set<FieldType> SEARCHED =
            Set.of(FieldType.TEXT, FieldType.CHOICE, FieldType.REFERENCE, FieldType.PERSON);

    /**
     * Which page, in which order, of the records that match a search.
     *
     * @param sort key of a field; empty for the record's own key
     * @param search text to look for in what may be seen; empty for all
     * @param named by field, where people see a name instead of the key: the keys whose names have
     *     the text
     */
    public record Page(
            int offset,
            int size,
            Optional<String> sort,
            boolean descending,
            String search,
            Map<String, SortedSet<String>> named) {

        /** All records up to a number, in the order of their keys. */
        public static Page first(int size) {
            return new Page(0, size, Optional.empty(), false, "", Map.of());
        }
    }

    public ListQuery {
        flags = List.copyOf(flags);
    }

    /**
     * @param fields what the person has of each field of the type, in the type's order
     */
    public static ListQuery of(
            RecordType type, RecordSet records, List<FieldCoverage> fields, Page page) {
        List<RecordSet> flags =
                fields.stream()
                        .flatMap(
                                field -> Stream.of(field.masked(), field.viewed(), field.changed()))
                        .filter(set -> !set.equals(RecordSet.NOTHING))
                        .filter(set -> !set.equals(RecordSet.EVERYTHING))
                        .distinct()
                        .toList();
        SqlText from = from(type, records, fields, page);
        SqlText.Builder sql = new SqlText.Builder().add("SELECT ");
        String comma = "";
        for (Field field : type.fields()) {
            sql.add(comma).add(SqlPredicate.column(type, ALIAS, field.key()));
            comma = ", ";
        }
        for (RecordSet flag : flags) {
            sql.add(", coalesce(").add(SqlPredicate.of(flag, type, ALIAS)).add(", FALSE)");
        }
        sql.add(from).add(" ORDER BY ");
        page.sort()
                .flatMap(key -> fields.stream().filter(has(key)).findFirst())
                .ifPresent(
                        field ->
                                sql.add(whereSeen(field))
                                        .add(page.descending() ? " DESC" : " ASC")
                                        .add(" NULLS LAST, "));
        sql.add(SqlPredicate.column(type, ALIAS, type.keyField()))
                .add(page.descending() && page.sort().isEmpty() ? " DESC" : "")
                .add(" LIMIT ")
                .parameter(page.size())
                .add(" OFFSET ")
                .parameter(page.offset());
        SqlText total = new SqlText.Builder().add("SELECT count(*)").add(from).build();
        return new ListQuery(sql.build(), total, flags);
    }

    private static SqlText from(
            RecordType type, RecordSet records, List<FieldCoverage> fields, Page page) {
        SqlText.Builder sql =
                new SqlText.Builder()
                        .add(" FROM " + SqlText.table(type.table()) + " " + ALIAS + " WHERE ")
                        .add(SqlPredicate.of(records, type, ALIAS));
        if (!page.search().isBlank()) {
            List<FieldCoverage> searched = new ArrayList<>(fields);
            searched.removeIf(field -> !SEARCHED.contains(field.field().type()));
            searched.removeIf(field -> field.viewed().equals(RecordSet.NOTHING));
            sql.add(" AND (FALSE");
            for (FieldCoverage field : searched) {
                SortedSet<String> keys = page.named().get(field.field().key());
                sql.add(" OR ").add(whereSeen(field));
                if (keys != null) {
                    sql.add(" = ANY (").parameter(keys.toArray(String[]::new)).add(")");
                } else {
                    sql.add(" ILIKE ").parameter("%" + escaped(page.search().strip()) + "%");
                }
            }
            sql.add(")");
        }
        return sql.build();
    }

    private static Predicate<FieldCoverage> has(String key) {
        return field -> field.field().key().equals(key);
    }

    /** The field's value on records where it may be seen, and nothing on the others. */
    private static SqlText whereSeen(FieldCoverage field) {
        String column = SqlPredicate.column(field.type(), ALIAS, field.field().key());
        if (field.viewed().equals(RecordSet.EVERYTHING)) {
            return new SqlText(column, List.of());
        }
        return new SqlText.Builder()
                .add("(CASE WHEN ")
                .add(SqlPredicate.of(field.viewed(), field.type(), ALIAS))
                .add(" THEN " + column + " END)")
                .build();
    }

    private static String escaped(String search) {
        return search.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }
}
