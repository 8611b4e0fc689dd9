package nembar.server.ask;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.server.ask.Because.RouteShown;
import nembar.server.ask.WhatCan.Cell;
import nembar.server.ask.WhatCan.FieldRow;
import nembar.server.ask.WhatCan.TypeRow;

/** Answers as rows of a file. */
final class AnswerRows {
    static final List<String> WHAT_CAN =
            List.of("Area", "Record type", "What", "Reach or level", "Records", "Of", "Which");
    static final List<String> BECAUSE = List.of("What", "In words", "Records");

    private AnswerRows() {}

    /** All that somebody can do: operations, then fields, of each record type; then functions. */
    static Stream<List<String>> of(WhatCan answer) {
        return Stream.concat(
                answer.areas().stream()
                        .flatMap(
                                area ->
                                        area.types().stream()
                                                .flatMap(type -> of(area.name(), type))),
                answer.functions().stream()
                        .map(one -> List.of("", "", "use " + one.name(), one.level(), "", "", "")));
    }

    private static Stream<List<String>> of(String area, TypeRow type) {
        return Stream.concat(
                type.cells().stream()
                        .map(
                                cell ->
                                        List.of(
                                                area,
                                                type.plural(),
                                                cell.label(),
                                                reach(cell),
                                                text(cell.records()),
                                                String.valueOf(type.total()),
                                                cell.granted() ? cell.words() : "")),
                type.fields().stream()
                        .map(
                                field ->
                                        List.of(
                                                area,
                                                type.plural(),
                                                "see " + field.label().toLowerCase(Locale.ROOT),
                                                field.level(),
                                                String.valueOf(seen(field)),
                                                String.valueOf(type.total()),
                                                "")));
    }

    private static String reach(Cell cell) {
        if (!cell.granted()) {
            return "none";
        }
        return cell.reach().isEmpty() ? "shared, or with other records" : cell.reach();
    }

    private static long seen(FieldRow field) {
        return field.viewed() + field.masked();
    }

    /** The answer, each route and filter, or what is missing. */
    static Stream<List<String>> of(Because because) {
        return Stream.of(
                        Stream.of(List.of("answer", because.title(), "")),
                        because.routes().stream().map(AnswerRows::route),
                        because.cuts().stream()
                                .map(
                                        cut ->
                                                List.of(
                                                        cut.binds() ? "filter" : "filter, idle",
                                                        cut.name() + ": " + cut.words(),
                                                        text(cut.takes()))),
                        because.missing().stream().map(one -> List.of("missing", one, "")))
                .flatMap(rows -> rows);
    }

    private static List<String> route(RouteShown route) {
        String steps =
                route.steps().stream()
                        .map(
                                step ->
                                        Stream.of(step.lead(), step.name(), step.detail())
                                                .filter(one -> one != null && !one.isEmpty())
                                                .collect(Collectors.joining(" ")))
                        .collect(Collectors.joining(" > "));
        return List.of("route", steps, text(route.records()));
    }

    private static String text(Optional<Long> number) {
        return number.map(String::valueOf).orElse("");
    }
}
