package nembar.core.schema;

import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.FieldType;

/** Tells what a column has, by its type, its name and some of its values. */
final class Fields {
    /** Labels of fields; their words are those of the glossary. */
    static final String PERSONAL = "personal";

    static final String COMMERCIAL = "commercial";
    static final String HEALTH = "health";

    private static final Pattern ADDRESS = Pattern.compile("[^@\\s]+@[^@\\s]+\\.[^@\\s]+");
    private static final Pattern TELEPHONE = Pattern.compile("(\\+|0)[0-9][0-9 ()/.-]{5,}[0-9]");
    private static final Set<String> ADDRESSES = Set.of("email", "mail");
    private static final Set<String> MONEY =
            Set.of(
                    "price",
                    "cost",
                    "amount",
                    "total",
                    "fee",
                    "fare",
                    "margin",
                    "revenue",
                    "budget",
                    "profit",
                    "salary",
                    "wage",
                    "tariff",
                    "charge",
                    "balance",
                    "discount",
                    "value",
                    "rate");
    private static final Map<String, Set<String>> WORDS =
            Map.of(
                    PERSONAL,
                    Set.of(
                            "email",
                            "mail",
                            "phone",
                            "telephone",
                            "mobile",
                            "birth",
                            "birthday",
                            "dob",
                            "passport",
                            "iban",
                            "gender",
                            "nationality",
                            "surname",
                            "firstname",
                            "lastname",
                            "home",
                            "postcode",
                            "zip",
                            "street",
                            "salary",
                            "wage",
                            "religion"),
                    COMMERCIAL,
                    Set.of(
                            "price",
                            "cost",
                            "margin",
                            "rate",
                            "discount",
                            "profit",
                            "revenue",
                            "budget",
                            "salary",
                            "wage",
                            "fee",
                            "fare",
                            "tariff",
                            "credit"),
                    HEALTH,
                    Set.of(
                            "health",
                            "medical",
                            "diagnosis",
                            "allergy",
                            "blood",
                            "disability",
                            "injury",
                            "medication",
                            "sick",
                            "illness",
                            "vaccination"));
    private static final Set<String> GUARDED =
            Set.of("margin", "profit", "salary", "wage", "cost", "passport", "iban");

    private static final ZoneId UTC = ZoneId.of("UTC");

    /** Of lists, those whose elements say nothing as texts. */
    private static final Set<String> NO_LISTS = Set.of("_bytea", "_record", "_tsvector");

    private Fields() {}

    /**
     * What a field is.
     *
     * @param stored how its values are kept
     */
    record Guess(FieldType type, Stored stored) {
        /** The column, of an application whose clocks are those of a zone. */
        Column column(TableColumn column, ZoneId zone) {
            return stored == Stored.LOCAL
                    ? Column.local(column.name(), Column.known(zone) ? zone : UTC)
                    : new Column(column.name(), stored);
        }
    }

    /** A label of a field, by what it seems to be so. */
    record Label(String classification, String why) {}

    /** The type of a column's values; empty for what no field can have. */
    static Optional<Guess> type(TableColumn column) {
        if (column.enumerated()) {
            return guess(FieldType.CHOICE, Stored.OTHER);
        }
        return switch (column.base()) {
            case "text", "varchar", "name", "citext" ->
                    guess(column.choices().isEmpty() ? FieldType.TEXT : FieldType.CHOICE);
            case "bpchar" ->
                    guess(
                            column.choices().isEmpty() ? FieldType.TEXT : FieldType.CHOICE,
                            Stored.OTHER);
            case "uuid" -> guess(FieldType.TEXT, Stored.UUID);
            case "int2", "int4", "int8" -> guess(FieldType.WHOLE_NUMBER);
            case "numeric", "float4", "float8" ->
                    guess(money(column) ? FieldType.MONEY : FieldType.DECIMAL);
            case "bool" -> guess(FieldType.YES_NO);
            case "date" -> guess(FieldType.DATE);
            case "timestamptz" -> guess(FieldType.TIMESTAMP);
            case "timestamp" -> guess(FieldType.TIMESTAMP, Stored.LOCAL);
            case "inet",
                    "cidr",
                    "macaddr",
                    "time",
                    "timetz",
                    "interval",
                    "json",
                    "jsonb",
                    "xml",
                    "ltree",
                    "daterange",
                    "int4range",
                    "int8range",
                    "numrange" ->
                    guess(FieldType.TEXT, Stored.OTHER);
            default -> list(column);
        };
    }

    private static Optional<Guess> list(TableColumn column) {
        if (!column.base().startsWith("_") || NO_LISTS.contains(column.base())) {
            return Optional.empty();
        }
        return guess(
                column.choices().isEmpty() ? FieldType.TEXTS : FieldType.CHOICES,
                column.base().equals("_text") && !column.choices().isEmpty()
                        ? Stored.PLAIN
                        : Stored.OTHER);
    }

    private static Optional<Guess> guess(FieldType type) {
        return guess(type, Stored.PLAIN);
    }

    private static Optional<Guess> guess(FieldType type, Stored stored) {
        return Optional.of(new Guess(type, stored));
    }

    /** How the texts of a key or a reference are kept in a column; empty where it can be none. */
    static Optional<Stored> key(TableColumn column) {
        return switch (column.base()) {
            case "int2", "int4", "int8" -> Optional.of(Stored.WHOLE);
            case "numeric" ->
                    Optional.of(
                            column.fraction().equals(Optional.of(0)) ? Stored.WHOLE : Stored.OTHER);
            case "date" -> Optional.of(Stored.OTHER);
            default ->
                    type(column)
                            .filter(
                                    guess ->
                                            guess.type() == FieldType.TEXT
                                                    || guess.type() == FieldType.CHOICE)
                            .map(Guess::stored);
        };
    }

    private static boolean money(TableColumn column) {
        return words(column).stream().anyMatch(MONEY::contains)
                && !column.fraction().equals(Optional.of(0));
    }

    /** Whether its values are e-mail addresses. */
    static boolean address(TableColumn column) {
        boolean text = type(column).filter(is -> is.type() == FieldType.TEXT).isPresent();
        return text
                && (words(column).stream().anyMatch(ADDRESSES::contains)
                        || most(column.sample(), ADDRESS));
    }

    /** What is to be said of it to find it again: personal, commercial, health. */
    static List<Label> labels(TableColumn column) {
        Map<String, String> why = new LinkedHashMap<>();
        for (String classification : new TreeSet<>(WORDS.keySet())) {
            words(column).stream()
                    .filter(WORDS.get(classification)::contains)
                    .findFirst()
                    .ifPresent(word -> why.put(classification, "its name says “" + word + "”"));
        }
        if (most(column.sample(), ADDRESS)) {
            why.putIfAbsent(PERSONAL, "its values look like e-mail addresses");
        } else if (type(column).filter(is -> is.type() == FieldType.TEXT).isPresent()
                && most(column.sample(), TELEPHONE)) {
            why.putIfAbsent(PERSONAL, "its values look like telephone numbers");
        }
        return why.entrySet().stream().map(one -> new Label(one.getKey(), one.getValue())).toList();
    }

    /** Whether it had better be hidden unless it is opened. */
    static boolean guarded(TableColumn column) {
        return labels(column).stream().anyMatch(label -> label.classification().equals(HEALTH))
                || words(column).stream().anyMatch(GUARDED::contains);
    }

    private static List<String> words(TableColumn column) {
        return Names.words(column.name());
    }

    private static boolean most(List<String> sample, Pattern pattern) {
        long alike = sample.stream().filter(one -> pattern.matcher(one).matches()).count();
        return sample.size() >= 3 && alike * 10 >= sample.size() * 8L;
    }
}
