package nembar.server.ask;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.design.FieldLevel;
import nembar.core.design.MaskStyle;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.ListQuery;
import nembar.core.text.Words;
import nembar.server.ask.RecordPage.Column;
import nembar.server.ask.RecordPage.FieldValue;
import nembar.server.ask.RecordPage.RecordRow;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import nembar.server.records.Cursors;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Lists the records under a cell, as the person asked about has them. */
@Service
class RecordListService {
    private final Records records;
    private final Looks looks;

    RecordListService(Records records, Looks looks) {
        this.records = records;
        this.looks = looks;
    }

    /** What somebody may do on which records, and may not for whom these are listed without. */
    RecordPage list(
            Question question,
            Optional<Question> without,
            Person asking,
            RecordType type,
            ListAsked wanted) {
        looks.require(question, asking, type);
        Operation operation = Question.operation(type, wanted.operation());
        if (operation.equals(Operation.CREATE)) {
            throw new BadRequest("operation", "What may be created is not there to be listed.");
        }
        List<FieldCoverage> fields =
                type.fields().stream().map(field -> question.access().field(type, field)).toList();
        RecordSet theirs = question.access().records(type, operation);
        RecordSet some =
                without.map(
                                other ->
                                        RecordSet.less(
                                                theirs, other.access().records(type, operation)))
                        .orElse(theirs);
        requireTold(question, type, some, fields);
        RecordSet listed =
                wanted.withheld() ? wanted.among(type) : RecordSet.allOf(some, wanted.among(type));
        Directory directory = question.model().directory();
        ListQuery.Page page = page(directory, type, fields, wanted);
        Records.Listing listing =
                records.list(question.application(), type, listed, fields, page, wanted.count());
        List<Function<Object, String>> shown =
                fields.stream().map(field -> shown(directory, type, field.field())).toList();
        List<RecordRow> rows =
                listing.rows().stream().map(row -> row(shown, fields, type, row)).toList();
        List<Column> columns =
                fields.stream()
                        .map(
                                field ->
                                        new Column(
                                                field.field().key(),
                                                field.field().label(),
                                                Words.of(field.field().type()),
                                                field.field().guarded(),
                                                !field.viewed().equals(RecordSet.NOTHING)))
                        .toList();
        return new RecordPage(
                type.key(),
                type.plural(),
                question.model().application().zone().getId(),
                columns,
                rows,
                listing.total(),
                cursor(listing.before(), type, fields, page, listing.rows(), 0),
                cursor(listing.after(), type, fields, page, listing.rows(), rows.size() - 1));
    }

    /** Of a draft, nothing is listed that rests on what is not for whoever asks to see. */
    private static void requireTold(
            Question question, RecordType type, RecordSet some, List<FieldCoverage> fields) {
        boolean told =
                Stream.concat(
                                Stream.of(some),
                                fields.stream()
                                        .flatMap(one -> Stream.of(one.masked(), one.viewed())))
                        .distinct()
                        .allMatch(set -> question.mayCount(type, set));
        if (!told) {
            throw new Refused(
                    "With this draft, what they see rests on what is not yours to see.",
                    List.of("Look as published, or ask a steward to look with this draft."));
        }
    }

    /** The position of a row, for the page that begins beside it. */
    private static Optional<String> cursor(
            boolean more,
            RecordType type,
            List<FieldCoverage> fields,
            ListQuery.Page page,
            List<Records.Row> rows,
            int at) {
        if (!more || rows.isEmpty()) {
            return Optional.empty();
        }
        Records.Row row = rows.get(at);
        Optional<Object> value =
                page.sort()
                        .filter(
                                sort ->
                                        row.levels()
                                                        .get(index(fields, sort))
                                                        .compareTo(FieldLevel.VIEW)
                                                >= 0)
                        .map(sort -> row.record().values().get(sort));
        return Optional.of(
                Cursors.text(
                        new ListQuery.Position(
                                value, row.record().key(type.keyField()).orElseThrow())));
    }

    private static int index(List<FieldCoverage> fields, String key) {
        return IntStream.range(0, fields.size())
                .filter(at -> fields.get(at).field().key().equals(key))
                .findFirst()
                .orElseThrow();
    }

    private static ListQuery.Page page(
            Directory directory, RecordType type, List<FieldCoverage> fields, ListAsked wanted) {
        Optional<String> sort = ListAsked.said(wanted.sort());
        Optional<String> field = ListAsked.said(wanted.field());
        if (sort.isPresent() && wanted.withheld()) {
            throw new BadRequest(
                    "sort",
                    "With what is withheld, records are listed in the order of their keys.");
        }
        sort.ifPresent(key -> requireSeen("sort", "sorted by it", type, fields, key));
        field.ifPresent(key -> requireSeen("field", "looked through by it", type, fields, key));
        Optional<String> before = ListAsked.said(wanted.before());
        Optional<ListQuery.Position> beside =
                before.or(() -> ListAsked.said(wanted.after()))
                        .map(
                                text ->
                                        Cursors.read(
                                                before.isPresent() ? "before" : "after",
                                                text,
                                                sort.map(key -> Question.field(type, key))));
        return new ListQuery.Page(
                beside,
                before.isPresent(),
                wanted.size(),
                sort,
                wanted.descending(),
                wanted.search(),
                named(directory, type, wanted.search()),
                field.map(
                        key ->
                                new ListQuery.Having(
                                        key,
                                        values(
                                                directory,
                                                type,
                                                Question.field(type, key),
                                                wanted.value()))));
    }

    private static void requireSeen(
            String parameter,
            String done,
            RecordType type,
            List<FieldCoverage> fields,
            String key) {
        Field field = Question.field(type, key);
        if (fields.get(index(fields, field.key())).viewed().equals(RecordSet.NOTHING)) {
            throw new BadRequest(
                    parameter,
                    "They cannot see "
                            + field.label().toLowerCase(Locale.ROOT)
                            + ", so the list cannot be "
                            + done
                            + ".");
        }
    }

    /** The values that are shown as this one, and itself. */
    private static SortedSet<String> values(
            Directory directory, RecordType type, Field field, String value) {
        SortedSet<String> values = new TreeSet<>(List.of(value.strip()));
        namesFor(directory, type, field)
                .ifPresent(
                        names ->
                                names.forEach(
                                        (key, name) -> {
                                            if (name.equalsIgnoreCase(value.strip())) {
                                                values.add(key);
                                            }
                                        }));
        return values;
    }

    private static RecordRow row(
            List<Function<Object, String>> shown,
            List<FieldCoverage> fields,
            RecordType type,
            Records.Row row) {
        List<FieldValue> values = new ArrayList<>();
        for (int i = 0; i < fields.size(); i++) {
            FieldCoverage field = fields.get(i);
            FieldLevel level = row.levels().get(i);
            Optional<String> value =
                    Optional.ofNullable(row.record().values().get(field.field().key()))
                            .map(shown.get(i));
            if (level == FieldLevel.HIDDEN) {
                value = Optional.empty();
            } else if (level == FieldLevel.MASKED) {
                MaskStyle mask = field.mask().orElse(MaskStyle.FULL);
                value = value.map(mask::mask);
            }
            values.add(new FieldValue(Words.of(level), value));
        }
        boolean seen = row.levels().stream().anyMatch(one -> one != FieldLevel.HIDDEN);
        return new RecordRow(row.record().key(type.keyField()).orElseThrow(), seen, values);
    }

    /** By each field that shows names: the keys whose names have the text. */
    private static Map<String, SortedSet<String>> named(
            Directory directory, RecordType type, String search) {
        if (search.isBlank()) {
            return Map.of();
        }
        Map<String, SortedSet<String>> keys = new HashMap<>();
        String text = search.strip().toLowerCase(Locale.ROOT);
        for (Field field : type.fields()) {
            namesFor(directory, type, field)
                    .ifPresent(
                            names ->
                                    keys.put(
                                            field.key(),
                                            names.entrySet().stream()
                                                    .filter(
                                                            one ->
                                                                    one.getValue()
                                                                            .toLowerCase(
                                                                                    Locale.ROOT)
                                                                            .contains(text))
                                                    .map(Map.Entry::getKey)
                                                    .collect(
                                                            Collectors.toCollection(
                                                                    TreeSet::new))));
        }
        return keys;
    }

    /** Names instead of the directory's keys; everything else as it is, for the page to format. */
    private static Function<Object, String> shown(
            Directory directory, RecordType type, Field field) {
        Map<String, String> names = namesFor(directory, type, field).orElse(Map.of());
        return value -> shown(names, value);
    }

    private static String shown(Map<String, String> names, Object value) {
        if (value instanceof BigDecimal number) {
            return number.toPlainString();
        }
        if (value instanceof List<?> several) {
            return several.stream().map(one -> shown(names, one)).collect(Collectors.joining(", "));
        }
        return names.getOrDefault(value.toString(), value.toString());
    }

    /** The names of what the field's keys stand for, where they are the directory's. */
    private static Optional<Map<String, String>> namesFor(
            Directory directory, RecordType type, Field field) {
        RecordType.Places places = type.places();
        Optional<String> key = Optional.of(field.key());
        if (field.type() == FieldType.PERSON) {
            return Optional.of(directory.personNames());
        }
        if (field.key().equals(type.keyField())) {
            return Optional.empty();
        }
        if (key.equals(places.unit())) {
            return Optional.of(directory.unitNames());
        }
        if (key.equals(places.account())) {
            return Optional.of(directory.accountNames());
        }
        return key.equals(places.team()) ? Optional.of(directory.teamNames()) : Optional.empty();
    }
}
