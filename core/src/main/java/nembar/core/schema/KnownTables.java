package nembar.core.schema;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Identifier.Kind;
import nembar.core.catalogue.TableName;
import nembar.core.directory.Directory;
import nembar.core.lookup.LookupValues;

/**
 * Tells which tables have rows that the directory knows, people, accounts, teams or units, and by
 * which column: by names, and by whose values the directory has.
 */
final class KnownTables {
    private static final Set<String> TEAMS =
            Set.of("team", "crew", "group", "squad", "gang", "shift");
    private static final Set<String> UNITS =
            Set.of("unit", "department", "division", "branch", "office", "site", "depot", "region");
    private static final List<String> CODES =
            List.of("code", "key", "slug", "number", "no", "name", "title", "label");
    private static final int CODES_ALONE = 5;

    private final Uses uses;
    private final Map<Identifier, LookupValues> directory = new EnumMap<>(Identifier.class);
    private final Map<TableName, Optional<Known>> known = new HashMap<>();

    KnownTables(Uses uses, Directory directory) {
        this.uses = uses;
        for (Identifier identifier : Identifier.values()) {
            this.directory.put(identifier, LookupValues.of(identifier, directory));
        }
    }

    /**
     * A table whose rows the directory knows.
     *
     * @param column that has the identifier
     * @param found how many values looked at the directory has
     */
    record Known(Identifier identifier, TableColumn column, int found) {
        String why() {
            return column.sample().isEmpty()
                    ? ""
                    : "; the directory knows "
                            + found
                            + " of the "
                            + column.sample().size()
                            + " looked at";
        }
    }

    /** Whom or what the rows of a table are; empty where the directory knows nothing of them. */
    Optional<Known> of(Table table) {
        return known.computeIfAbsent(table.name(), any -> kind(table).flatMap(of -> by(table, of)));
    }

    private Optional<Kind> kind(Table table) {
        Use use = uses.of(table).use();
        if (use == Use.PEOPLE || use == Use.ACCOUNTS) {
            return Optional.of(use == Use.PEOPLE ? Kind.PERSON : Kind.ACCOUNT);
        }
        if (table.identity().size() != 1 || use == Use.NO_RECORDS || use == Use.LINKS) {
            return Optional.empty();
        }
        List<String> words = Names.words(table.name().name());
        String last = words.isEmpty() ? "" : Names.one(words.get(words.size() - 1));
        if (TEAMS.contains(last)) {
            return Optional.of(Kind.TEAM);
        }
        return UNITS.contains(last) ? Optional.of(Kind.UNIT) : byValues(table);
    }

    /** What is called otherwise may have rows all the same that the directory knows. */
    private Optional<Kind> byValues(Table table) {
        return Stream.of(Kind.ACCOUNT, Kind.TEAM, Kind.UNIT)
                .filter(
                        kind ->
                                by(table, kind)
                                        .filter(one -> one.found() > 0)
                                        .filter(
                                                one ->
                                                        one.found() * 2
                                                                >= one.column().sample().size())
                                        .isPresent())
                .findFirst();
    }

    /** The column that says whom or what a row is: the one of which the directory has most. */
    private Optional<Known> by(Table table, Kind kind) {
        List<Known> all = new ArrayList<>();
        for (TableColumn column : table.columns()) {
            boolean text =
                    Fields.type(column).filter(is -> is.type() == FieldType.TEXT).isPresent();
            boolean said = kind == Kind.PERSON ? Fields.address(column) : code(column) >= 0;
            if (!text || !said) {
                continue;
            }
            directory.keySet().stream()
                    .filter(identifier -> identifier.kind() == kind)
                    .map(one -> new Known(one, column, found(one, column)))
                    .forEach(all::add);
        }
        return all.stream()
                .max(
                        Comparator.comparingInt(Known::found)
                                .thenComparing(one -> usual(one), Comparator.naturalOrder())
                                .thenComparing(one -> -code(one.column())));
    }

    /** Whether keys are in a column of codes, and names in one of names. */
    private static boolean usual(Known one) {
        return switch (one.identifier()) {
            case PERSON_EMAIL -> true;
            case PERSON_KEY -> false;
            case ACCOUNT_KEY, UNIT_KEY, TEAM_KEY -> code(one.column()) < CODES_ALONE;
            case ACCOUNT_NAME, UNIT_NAME, TEAM_NAME -> code(one.column()) >= CODES_ALONE;
        };
    }

    private int found(Identifier identifier, TableColumn column) {
        LookupValues values = directory.get(identifier);
        return (int)
                column.sample().stream()
                        .filter(one -> values.key(identifier.folded(one)).isPresent())
                        .count();
    }

    /** How much the column's name sounds like one to know a thing by; none below 0. */
    private static int code(TableColumn column) {
        List<String> words = Names.words(column.name());
        return words.isEmpty() ? -1 : CODES.indexOf(words.get(words.size() - 1));
    }
}
