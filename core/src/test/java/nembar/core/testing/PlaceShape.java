package nembar.core.testing;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.Lookup;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Directory;
import nembar.core.lookup.LookupValues;

/** How a field that places records names somebody or something of the directory. */
public enum PlaceShape {
    /** By Nembar's own keys. */
    KEYS(Stored.PLAIN, false, false),
    /** By e-mail or name, in the field itself. */
    NAMES(Stored.PLAIN, true, false),
    /** By the number of a row that has the e-mail or name. */
    NUMBERS(Stored.WHOLE, true, false),
    UUIDS(Stored.UUID, true, false),
    /** Several, over a link table. */
    SEVERAL_KEYS(Stored.PLAIN, false, true),
    SEVERAL_NUMBERS(Stored.WHOLE, true, true);

    /** Leads to nobody. */
    private static final int NOBODY = 77;

    /** Is not there to be looked up. */
    private static final int UNKNOWN = Integer.MAX_VALUE;

    private final Stored stored;
    private final boolean lookedUp;
    private final boolean several;

    PlaceShape(Stored stored, boolean lookedUp, boolean several) {
        this.stored = stored;
        this.lookedUp = lookedUp;
        this.several = several;
    }

    public boolean several() {
        return several;
    }

    /** The type of the column that has it. */
    public String sql() {
        return switch (stored) {
            case WHOLE -> "bigint";
            case UUID -> "uuid";
            default -> "text";
        };
    }

    /** The field in this shape. */
    Field field(Field plain, String type, List<Column> key) {
        Field field =
                new Field(
                        plain.key(),
                        plain.label(),
                        List.of(new Column(several ? "who" : plain.key(), stored)),
                        plain.type(),
                        plain.guarded(),
                        plain.classifications(),
                        plain.refersTo(),
                        plain.choices());
        return field.with(
                several
                        ? Optional.of(new Link(link(type, plain.key(), key), key))
                        : Optional.empty(),
                lookedUp ? Optional.of(lookup(plain.key())) : Optional.empty());
    }

    private TableName link(String type, String field, List<Column> key) {
        return new TableName(
                "harbour",
                type
                        + "'s "
                        + field
                        + " "
                        + ordinal()
                        + key.get(0).stored().ordinal()
                        + key.size());
    }

    private Lookup lookup(String field) {
        return new Lookup(
                identifier(field),
                stored == Stored.PLAIN
                        ? Optional.empty()
                        : Optional.of(
                                new Lookup.Through(
                                        new TableName("harbour", field + " known"), "No", "as")));
    }

    /** The field whose look-up this is. */
    public static String of(Lookup lookup) {
        return switch (lookup.identifier().kind()) {
            case PERSON -> "owner";
            case TEAM -> "team";
            case UNIT -> "unit";
            case ACCOUNT -> "account";
        };
    }

    private static Identifier identifier(String field) {
        return switch (field) {
            case "owner" -> Identifier.PERSON_EMAIL;
            case "team" -> Identifier.TEAM_NAME;
            case "unit" -> Identifier.UNIT_NAME;
            default -> Identifier.ACCOUNT_KEY;
        };
    }

    /** What each value that there may be leads to; several may lead to the same. */
    private Map<String, String> pairs(String field, Directory directory) {
        Map<String, String> pairs = new LinkedHashMap<>();
        int number = 1;
        for (String name : names(field, directory)) {
            pairs.put(value(number), name);
            pairs.put(value(number + 100), name.toUpperCase(java.util.Locale.ROOT));
            pairs.put(value(number + 200), name);
            number++;
        }
        pairs.put(value(NOBODY), "nobody@home.example");
        return pairs;
    }

    private String value(int number) {
        return stored == Stored.UUID ? new UUID(0, number).toString() : String.valueOf(number);
    }

    private static List<String> names(String field, Directory directory) {
        List<String> names = new ArrayList<>();
        switch (field) {
            case "owner" -> directory.people().forEach(one -> names.add(one.email()));
            case "team" -> directory.teams().forEach(one -> names.add(one.name()));
            case "unit" -> directory.units().forEach(one -> names.add(one.name()));
            default -> directory.accounts().forEach(one -> names.add(one.key()));
        }
        return names;
    }

    /** What a look-up of this shape leads to. */
    public LookupValues values(String field, Directory directory) {
        return stored == Stored.PLAIN
                ? LookupValues.of(identifier(field), directory)
                : LookupValues.of(identifier(field), pairs(field, directory), directory);
    }

    /**
     * What the application has that leads nowhere, among the values that lead somewhere or far from
     * all of them; empty where every value would be a key.
     */
    public Optional<String> nowhere(boolean far) {
        return lookedUp ? Optional.of(value(far ? UNKNOWN : NOBODY)) : Optional.empty();
    }
}
