package nembar.core.schema;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.TableName;

/**
 * Groups tables into areas: by schema where there are several, else by the word with which several
 * names begin; a table that stands alone goes with the one that it refers to.
 */
final class Areas {
    private static final int A_GROUP = 3;

    private final Map<TableName, Area> of = new LinkedHashMap<>();

    private Areas() {}

    static Areas of(List<Table> tables, String application) {
        Areas areas = new Areas();
        boolean schemas =
                tables.stream().map(table -> table.name().schema()).distinct().count() > 1;
        Map<TableName, String> names =
                schemas ? bySchema(tables) : byFirstWord(tables, application);
        Map<String, Area> made = new LinkedHashMap<>();
        names.forEach(
                (table, name) ->
                        areas.of.put(
                                table,
                                made.computeIfAbsent(
                                        name,
                                        any ->
                                                new Area(
                                                        Proposal.key(
                                                                name,
                                                                "area",
                                                                made.values().stream()
                                                                        .map(Area::key)
                                                                        .toList()),
                                                        name,
                                                        Optional.empty()))));
        return areas;
    }

    Area of(Table table) {
        return of.get(table.name());
    }

    List<Area> all() {
        return of.values().stream().distinct().toList();
    }

    private static Map<TableName, String> bySchema(List<Table> tables) {
        Map<TableName, String> names = new LinkedHashMap<>();
        tables.forEach(table -> names.put(table.name(), Names.label(table.name().schema(), false)));
        return names;
    }

    private static Map<TableName, String> byFirstWord(List<Table> tables, String application) {
        Map<String, Long> first =
                tables.stream()
                        .collect(Collectors.groupingBy(Areas::firstWord, Collectors.counting()));
        Map<TableName, String> names = new LinkedHashMap<>();
        List<Table> alone = new ArrayList<>();
        for (Table table : tables) {
            if (first.get(firstWord(table)) >= A_GROUP) {
                names.put(table.name(), Names.label(firstWord(table), false));
            } else {
                alone.add(table);
            }
        }
        Map<TableName, String> grouped = Map.copyOf(names);
        for (Table table : alone) {
            names.put(
                    table.name(),
                    table.references().stream()
                            .map(one -> grouped.get(one.table()))
                            .filter(Objects::nonNull)
                            .findFirst()
                            .orElse(application));
        }
        Map<TableName, String> inOrder = new LinkedHashMap<>();
        tables.forEach(table -> inOrder.put(table.name(), names.get(table.name())));
        return inOrder;
    }

    private static String firstWord(Table table) {
        List<String> words = Names.words(table.name().name());
        return words.isEmpty() ? "" : Names.one(words.get(0));
    }
}
