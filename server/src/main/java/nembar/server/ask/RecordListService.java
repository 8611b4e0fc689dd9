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
import java.util.stream.Collectors;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.FieldLevel;
import nembar.core.design.MaskStyle;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.sql.ListQuery;
import nembar.server.ask.RecordPage.Column;
import nembar.server.ask.RecordPage.FieldValue;
import nembar.server.ask.RecordPage.RecordRow;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Lists the records under a cell, as the person asked about has them. */
@Service
class RecordListService {
    static final int SIZE_AT_MOST = 200;

    private final Records records;
    private final Governance governance;
    private final Looks looks;

    RecordListService(Records records, Governance governance, Looks looks) {
        this.records = records;
        this.governance = governance;
        this.looks = looks;
    }

    /**
     * Which page is wanted.
     *
     * @param page from 0
     * @param record key of the one record that is wanted; all where it is empty
     * @param of key of the record that those wanted belong to; any where it is empty
     * @param withheld whether records that the person may not do it on are listed too, by their key
     *     alone
     */
    record Wanted(
            int page,
            int size,
            String sort,
            boolean descending,
            String search,
            String record,
            String of,
            boolean withheld) {
        Wanted onPage(int other) {
            return new Wanted(other, size, sort, descending, search, record, of, withheld);
        }

        /** The records of this type that are meant, whoever may see them. */
        RecordSet among(RecordType type) {
            RecordSet one =
                    record.isEmpty()
                            ? RecordSet.EVERYTHING
                            : keyed(type.keyField(), record, "it is " + record);
            if (of.isEmpty()) {
                return one;
            }
            String through =
                    type.parent()
                            .orElseThrow(
                                    () ->
                                            new BadRequest(
                                                    "of",
                                                    type.plural() + " belong to no other record."))
                            .through();
            return RecordSet.allOf(one, keyed(through, of, "it belongs to " + of));
        }

        private static RecordSet keyed(String field, String key, String words) {
            return RecordSet.among(field, new TreeSet<>(List.of(key)), words);
        }
    }

    /** Whether whoever asks may look through the person at records of the type; it is kept. */
    private void requireLooking(Question question, Person asking, RecordType type) {
        Person person = question.access().who().person();
        governance.requireOnPerson(asking, "look_through", person);
        governance.requireSteward(asking, question.model(), type);
        governance
                .againstLooking(asking, person, question.model(), type)
                .ifPresent(
                        why -> {
                            throw new Refused(
                                    why,
                                    List.of(
                                            "Looking through somebody takes what giving them all"
                                                    + " they reach there would take."));
                        });
        looks.note(asking, person, question.model().application());
    }

    RecordPage list(
            Question question, Person asking, RecordType type, Operation operation, Wanted wanted) {
        requireLooking(question, asking, type);
        if (operation.equals(Operation.CREATE)) {
            throw new BadRequest("operation", "What may be created is not there to be listed.");
        }
        if (wanted.size() < 1 || wanted.size() > SIZE_AT_MOST || wanted.page() < 0) {
            throw new BadRequest(
                    "size", "Ask for a page from 0, of 1 to " + SIZE_AT_MOST + " records.");
        }
        List<FieldCoverage> fields =
                type.fields().stream().map(field -> question.access().field(type, field)).toList();
        Records.Listing listing =
                records.list(
                        question.application(),
                        type,
                        wanted.withheld()
                                ? wanted.among(type)
                                : RecordSet.allOf(
                                        question.access().coverage(type, operation).records(),
                                        wanted.among(type)),
                        fields,
                        page(question.model().directory(), type, fields, wanted));
        List<RecordRow> rows =
                listing.rows().stream()
                        .map(row -> row(question.model().directory(), type, fields, row))
                        .toList();
        List<Column> columns =
                fields.stream()
                        .map(
                                field ->
                                        new Column(
                                                field.field().key(),
                                                field.field().label(),
                                                field.field().type().word(),
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
                wanted.page(),
                wanted.size());
    }

    private static ListQuery.Page page(
            Directory directory, RecordType type, List<FieldCoverage> fields, Wanted wanted) {
        Optional<String> sort = Optional.ofNullable(wanted.sort()).filter(key -> !key.isBlank());
        if (sort.isPresent() && wanted.withheld()) {
            throw new BadRequest(
                    "sort",
                    "With what is withheld, records are listed in the order of their keys.");
        }
        sort.ifPresent(
                key -> {
                    Field field = Question.field(type, key);
                    boolean seen =
                            fields.stream()
                                    .filter(one -> one.field().equals(field))
                                    .anyMatch(one -> !one.viewed().equals(RecordSet.NOTHING));
                    if (!seen) {
                        throw new BadRequest(
                                "sort",
                                "They cannot see "
                                        + field.label().toLowerCase(Locale.ROOT)
                                        + ", so the list cannot be sorted by it.");
                    }
                });
        return new ListQuery.Page(
                Math.multiplyExact(wanted.page(), wanted.size()),
                wanted.size(),
                sort,
                wanted.descending(),
                wanted.search(),
                named(directory, type, wanted.search()));
    }

    private static RecordRow row(
            Directory directory, RecordType type, List<FieldCoverage> fields, Records.Row row) {
        List<FieldValue> values = new ArrayList<>();
        for (int i = 0; i < fields.size(); i++) {
            FieldCoverage field = fields.get(i);
            FieldLevel level = row.levels().get(i);
            Optional<String> value =
                    Optional.ofNullable(row.record().values().get(field.field().key()))
                            .map(one -> shown(directory, type, field.field(), one));
            if (level == FieldLevel.HIDDEN) {
                value = Optional.empty();
            } else if (level == FieldLevel.MASKED) {
                MaskStyle mask = field.mask().orElse(MaskStyle.FULL);
                value = value.map(mask::mask);
            }
            values.add(new FieldValue(level.name().toLowerCase(Locale.ROOT), value));
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
    private static String shown(Directory directory, RecordType type, Field field, Object value) {
        String key = value.toString();
        if (value instanceof BigDecimal number) {
            return number.toPlainString();
        }
        return namesFor(directory, type, field)
                .map(names -> names.getOrDefault(key, key))
                .orElse(key);
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
