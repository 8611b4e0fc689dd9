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
import nembar.core.decision.FieldCoverage;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.RecordSet;

/**
 * Lists the records of a set, a page at a time, with what the person has of each field. A field's
 * value takes part in search and order only on the records where it may be seen
 * (docs/access-model.md, section 4), so neither can give away a hidden value.
 *
 * @param text selects the columns of each field, in the type's order, then one truth column per
 *     flag
 * @param total counts the records of the same set and search
 * @param flags the sets whose truth columns stand behind the fields
 */
public record ListQuery(SqlText text, SqlText total, List<RecordSet> flags) {
    private static final String ALIAS = "t";
    static final Set<FieldType> SEARCHED =
            Set.of(FieldType.TEXT, FieldType.CHOICE, FieldType.REFERENCE, FieldType.PERSON);

    /**
     * Where a page begins, so that a deep page costs what the first one does.
     *
     * @param value the field that is sorted by, on the record before the page, as it may be seen;
     *     empty where it may not, where there is none, and in the order of keys
     * @param key of the record before the page
     */
    public record Position(Optional<Object> value, String key) {}

    /** A field that is seen and has one of some values, as text; a list of choices has it in it. */
    public record Having(String field, SortedSet<String> values) {}

    /**
     * Which page, in which order, of the records that match a search.
     *
     * @param beside the record next to which the page begins; empty for the first page, or the last
     *     one where it is read backwards
     * @param backwards whether it is the page before; its rows then come in the opposite order
     * @param sort key of a field; empty for the record's own key
     * @param search text to look for in what may be seen; empty for all
     * @param named by field, where people see a name instead of the key: the keys whose names have
     *     the text
     * @param having what those that are wanted have
     */
    public record Page(
            Optional<Position> beside,
            boolean backwards,
            int size,
            Optional<String> sort,
            boolean descending,
            String search,
            Map<String, SortedSet<String>> named,
            Optional<Having> having) {

        /** All records up to a number, in the order of their keys. */
        public static Page first(int size) {
            return after(Optional.empty(), size);
        }

        /** This page with one record more, which tells whether there is another page. */
        public Page oneMore() {
            return new Page(beside, backwards, size + 1, sort, descending, search, named, having);
        }

        /** The records after one, in the order of their keys. */
        public static Page after(Optional<String> key, int size) {
            return new Page(
                    key.map(one -> new Position(Optional.empty(), one)),
                    false,
                    size,
                    Optional.empty(),
                    false,
                    "",
                    Map.of(),
                    Optional.empty());
        }
    }

    public ListQuery {
        flags = List.copyOf(flags);
    }

    /**
     * @param fields what the person has of each field of the type, in the type's order
     */
    public static ListQuery of(
            RecordType type,
            RecordSet records,
            List<FieldCoverage> fields,
            Page page,
            Lookups lookups) {
        List<RecordSet> flags =
                fields.stream()
                        .flatMap(
                                field -> Stream.of(field.masked(), field.viewed(), field.changed()))
                        .filter(set -> !set.equals(RecordSet.NOTHING))
                        .filter(set -> !set.equals(RecordSet.EVERYTHING))
                        .distinct()
                        .toList();
        TableScan scan = new TableScan(type, ALIAS, lookups);
        SqlText.Builder sql = new SqlText.Builder().add("SELECT ");
        String comma = "";
        for (Field field : type.fields()) {
            for (String column : scan.read(field.key())) {
                sql.add(comma).add(column);
                comma = ", ";
            }
        }
        for (RecordSet flag : flags) {
            sql.add(", coalesce(").add(scan.where(flag)).add(", FALSE)");
        }
        SqlText where = where(scan, records, fields, page);
        ListOrder order = order(scan, type, fields, page);
        SqlText beside = page.beside().map(order::beyond).orElse(new SqlText("", List.of()));
        sql.add(scan.from())
                .add(where)
                .add(beside)
                .add(order.text())
                .add(" LIMIT ")
                .parameter(page.size());
        SqlText total = total(new TableScan(type, ALIAS, lookups), records, fields, page);
        return new ListQuery(sql.build(), total, flags);
    }

    /** Selects the values of a field that begin with a text, whatever its case, each once. */
    public static SqlText values(
            RecordType type, String field, String beginning, int atMost, Lookups lookups) {
        TableScan scan = new TableScan(type, ALIAS, lookups);
        boolean several = type.knownField(field).several();
        String of = scan.value(field);
        String value = several ? "one" : of + "::text";
        return new SqlText.Builder()
                .add("SELECT DISTINCT " + value + " AS value")
                .add(scan.from())
                .add(several ? " CROSS JOIN unnest(" + of + ") one" : "")
                .add(" WHERE " + value + " ILIKE ")
                .parameter(escaped(beginning) + "%")
                .add(" ORDER BY value LIMIT ")
                .parameter(atMost)
                .build();
    }

    private static SqlText total(
            TableScan scan, RecordSet records, List<FieldCoverage> fields, Page page) {
        SqlText where = where(scan, records, fields, page);
        return new SqlText.Builder().add("SELECT count(*)").add(scan.from()).add(where).build();
    }

    private static ListOrder order(
            TableScan scan, RecordType type, List<FieldCoverage> fields, Page page) {
        Optional<SqlText> sorted =
                page.sort()
                        .flatMap(key -> fields.stream().filter(has(key)).findFirst())
                        .map(field -> whereSeen(scan, field));
        return new ListOrder(
                sorted, scan.field(type.keyField()), page.descending(), page.backwards());
    }

    private static SqlText where(
            TableScan scan, RecordSet records, List<FieldCoverage> fields, Page page) {
        SqlText.Builder sql = new SqlText.Builder().add(" WHERE ").add(scan.where(records));
        if (!page.search().isBlank()) {
            List<FieldCoverage> searched = new ArrayList<>(fields);
            searched.removeIf(field -> !SEARCHED.contains(field.field().type()));
            searched.removeIf(field -> field.viewed().equals(RecordSet.NOTHING));
            sql.add(" AND (FALSE");
            for (FieldCoverage field : searched) {
                SortedSet<String> keys = page.named().get(field.field().key());
                if (keys != null) {
                    sql.add(" OR (").add(scan.where(field.viewed())).add(" AND ");
                    sql.add(scan.among(field.field().key(), keys)).add(")");
                } else {
                    boolean several = field.field().several();
                    sql.add(several ? " OR array_to_string(" : " OR ");
                    sql.add(whereSeen(scan, field)).add(several ? ", ' ') ILIKE " : " ILIKE ");
                    sql.parameter("%" + escaped(page.search().strip()) + "%");
                }
            }
            sql.add(")");
        }
        page.having().ifPresent(one -> sql.add(" AND ").add(having(scan, fields, one)));
        return sql.build();
    }

    private static SqlText having(TableScan scan, List<FieldCoverage> fields, Having having) {
        FieldCoverage field = fields.stream().filter(has(having.field())).findFirst().orElseThrow();
        boolean several = field.field().several();
        return new SqlText.Builder()
                .add(whereSeen(scan, field))
                .add(several ? " && (" : "::text = ANY (")
                .parameter(having.values().toArray(String[]::new))
                .add(several ? "::text[])" : ")")
                .build();
    }

    private static Predicate<FieldCoverage> has(String key) {
        return field -> field.field().key().equals(key);
    }

    /** The field's value on records where it may be seen, and nothing on the others. */
    private static SqlText whereSeen(TableScan scan, FieldCoverage field) {
        String column = scan.value(field.field().key());
        if (field.viewed().equals(RecordSet.EVERYTHING)) {
            return new SqlText(column, List.of());
        }
        return new SqlText.Builder()
                .add("(CASE WHEN ")
                .add(scan.where(field.viewed()))
                .add(" THEN " + column + " END)")
                .build();
    }

    private static String escaped(String search) {
        return search.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }
}
