package nembar.core.testing;

import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Audience;

/**
 * What is governed in the {@link Harbour}: trips, loads on them, notes on these, and charts.
 *
 * @param keys what identifies the records of each type
 * @param placed how the fields that place records name people, teams, units and accounts
 */
record HarbourCatalogue(
        Map<String, KeyShape> keys,
        Map<String, PlaceShape> placed,
        Parent.Follows loadsFollow,
        boolean loadsLift) {

    /** By which times without a zone are told: half an hour off, so that hours alone do not do. */
    private static final ZoneId CLOCKS = ZoneId.of("America/St_Johns");

    Catalogue catalogue() {
        RecordType trip =
                new RecordType(
                        "trip",
                        "Trip",
                        "Trips",
                        "work",
                        table("trip"),
                        "id",
                        "id",
                        places("owner", "team", "unit", "account"),
                        Optional.empty(),
                        List.of(
                                id("trip"),
                                person("trip"),
                                place("trip", "team"),
                                place("trip", "unit"),
                                place("trip", "account"),
                                text("name"),
                                guarded("price"),
                                of("crew", FieldType.WHOLE_NUMBER),
                                of("fare", FieldType.MONEY),
                                of("due", FieldType.DATE),
                                kept(of("leaves", FieldType.TIMESTAMP)),
                                of("hazard", FieldType.YES_NO),
                                kept(of("permits", FieldType.CHOICES, "x", "y", "cranes")),
                                of("state", FieldType.CHOICE, "planned", "sailing", "closed")),
                        List.of(new Operation("sail", "sail")));
        RecordType load =
                new RecordType(
                        "load",
                        "Load",
                        "Loads",
                        "work",
                        table("load", "trip"),
                        "id",
                        "id",
                        places("owner", null, null, "account"),
                        Optional.of(new Parent("trip", "trip", loadsFollow, loadsLift)),
                        List.of(
                                id("load"),
                                person("load"),
                                place("load", "account"),
                                reference("trip"),
                                guarded("price")),
                        List.of());
        RecordType note =
                new RecordType(
                        "note",
                        "Note",
                        "Notes",
                        "work",
                        table("note", "load"),
                        "id",
                        "id",
                        places("owner", null, null, null),
                        Optional.of(new Parent("load", "load", Parent.Follows.ALL, false)),
                        List.of(id("note"), person("note"), reference("load")),
                        List.of());
        RecordType chart =
                new RecordType(
                        "chart",
                        "Chart",
                        "Charts",
                        "maps",
                        table("chart"),
                        "id",
                        "id",
                        places(null, null, null, null),
                        Optional.empty(),
                        List.of(id("chart")),
                        List.of());
        return new Catalogue(
                List.of(
                        new Area("work", "Work", Optional.empty()),
                        new Area(
                                "maps",
                                "Maps",
                                Optional.of(Audience.anyOf(new Audience.OnePerson("ann"))))),
                List.of(trip, load, note, chart),
                List.of(
                        new Function(
                                "tide",
                                "Tide table",
                                "work",
                                List.of("none", "look", "set"),
                                List.of()),
                        new Function(
                                "forecast",
                                "Forecast",
                                "work",
                                List.of("none", "run"),
                                List.of(
                                        new Function.FunctionNeed("tide", "look"),
                                        new Function.PrivilegeNeed("trip", "view"))),
                        new Function(
                                "survey",
                                "Survey",
                                "maps",
                                List.of("none", "run"),
                                List.of(new Function.PrivilegeNeed("chart", "view")))));
    }

    private static RecordType.Places places(
            String owner, String team, String unit, String account) {
        return new RecordType.Places(
                Optional.ofNullable(owner),
                Optional.ofNullable(team),
                Optional.ofNullable(unit),
                Optional.ofNullable(account));
    }

    private static Field of(String key, FieldType type, String... choices) {
        return new Field(
                key,
                key,
                List.of(Column.plain(key)),
                type,
                false,
                Set.of(),
                Optional.empty(),
                List.of(choices));
    }

    /**
     * Where the keys of trips are neither texts nor numbers, other values are kept otherwise too.
     */
    private Field kept(Field field) {
        if (shape("trip") != KeyShape.OTHER) {
            return field;
        }
        return field.on(
                List.of(
                        field.type() == FieldType.TIMESTAMP
                                ? Column.local(field.key(), CLOCKS)
                                : new Column(field.key(), Stored.OTHER)));
    }

    private static Field text(String key) {
        return of(key, FieldType.TEXT, false, null);
    }

    private static Field guarded(String key) {
        return of(key, FieldType.TEXT, true, null);
    }

    private Field person(String type) {
        return placed(type, of("owner", FieldType.PERSON, false, null));
    }

    private Field place(String type, String key) {
        return placed(type, of(key, FieldType.REFERENCE, false, null));
    }

    private Field placed(String type, Field field) {
        return placed.getOrDefault(field.key(), PlaceShape.KEYS)
                .field(field, type, shape(type).columns("id"));
    }

    private Field id(String type) {
        return keyed("id", FieldType.TEXT, type, Optional.empty());
    }

    /** A reference to a record of the type that it is called after. */
    private Field reference(String type) {
        return keyed(type, FieldType.REFERENCE, type, Optional.of(type));
    }

    private Field keyed(String key, FieldType as, String type, Optional<String> refersTo) {
        return new Field(
                key, key, shape(type).columns(key), as, false, Set.of(), refersTo, List.of());
    }

    /** What the keys of a type are. */
    static KeyShape shape(Map<String, KeyShape> keys, String type) {
        return keys.getOrDefault(type, KeyShape.TEXT);
    }

    private KeyShape shape(String type) {
        return shape(keys, type);
    }

    /** The table of a type, in which there are keys of these types; another for other shapes. */
    private TableName table(String... types) {
        List<KeyShape> shapes = Arrays.stream(types).map(this::shape).toList();
        boolean plain = shapes.stream().allMatch(KeyShape.TEXT::equals) && placed.isEmpty();
        return new TableName("harbour", types[0] + (plain ? "" : " " + shapes + letters()));
    }

    private static Field of(String key, FieldType type, boolean guarded, String refersTo) {
        return new Field(
                key,
                key,
                List.of(Column.plain(key)),
                type,
                guarded,
                Set.of(),
                Optional.ofNullable(refersTo),
                List.of());
    }

    /** In a few letters, since a table's name has 63. */
    private String letters() {
        return new TreeMap<>(placed)
                .entrySet().stream()
                        .map(one -> one.getKey().charAt(0) + "" + one.getValue().ordinal())
                        .collect(Collectors.joining());
    }
}
