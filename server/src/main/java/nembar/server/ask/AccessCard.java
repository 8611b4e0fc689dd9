package nembar.server.ask;

import java.io.ByteArrayOutputStream;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.text.Dates;
import nembar.server.ask.WhatCan.AreaRows;
import nembar.server.ask.WhatCan.Cell;
import nembar.server.ask.WhatCan.FieldRow;
import nembar.server.ask.WhatCan.FunctionRow;
import nembar.server.ask.WhatCan.TypeRow;
import nembar.server.paper.Paper;

/**
 * What somebody can do, on one page where it fits, in plain words, to be sent to them or their
 * manager: a PDF (ISO 32000).
 */
final class AccessCard {
    /** The largest that fits is taken. */
    private static final List<Float> SIZES = List.of(10f, 9f, 8f, 7f, 6f);

    /** Where it takes several pages, it is as easy to read as any. */
    private static final float ON_SEVERAL = 9f;

    private static final int FIELDS_AT_MOST = 12;
    private static final int HOLDINGS_AT_MOST = 20;

    private final WhatCan answer;
    private final Instant at;
    private final ZoneId zone;
    private final Optional<Long> publication;
    private final float size;

    /** Whether what they see of single fields is said too. */
    private final boolean fields;

    private AccessCard(
            WhatCan answer,
            Instant at,
            ZoneId zone,
            Optional<Long> publication,
            float size,
            boolean fields) {
        this.answer = answer;
        this.at = at;
        this.zone = zone;
        this.publication = publication;
        this.size = size;
        this.fields = fields;
    }

    /**
     * @param at the instant that the answer is of
     * @param publication number of that on which it rests; empty before the first
     * @return a PDF of one page; of more only where so much is held or governed that it cannot fit
     */
    static byte[] of(WhatCan answer, Instant at, ZoneId zone, Optional<Long> publication) {
        for (boolean fields : new boolean[] {true, false}) {
            for (float size : SIZES) {
                AccessCard card = new AccessCard(answer, at, zone, publication, size, fields);
                ByteArrayOutputStream bytes = new ByteArrayOutputStream();
                if (card.write(bytes) == 1) {
                    return bytes.toByteArray();
                }
            }
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        new AccessCard(answer, at, zone, publication, ON_SEVERAL, true).write(bytes);
        return bytes.toByteArray();
    }

    /** How many pages it took. */
    private int write(ByteArrayOutputStream bytes) {
        Paper paper = new Paper(bytes, title(), size);
        paper.quiet(subtitle(), 2);
        paper.text("Holds: " + holds(), size);
        paper.heading("Records");
        List<TypeRow> reached = new ArrayList<>();
        List<String> none = new ArrayList<>();
        for (AreaRows area : answer.areas()) {
            for (TypeRow type : area.types()) {
                if (type.cells().stream().anyMatch(AccessCard::some)) {
                    reached.add(type);
                } else {
                    none.add(type.plural().toLowerCase(Locale.ROOT));
                }
            }
        }
        if (!reached.isEmpty()) {
            Paper.Table table = paper.table(3, 3, 7);
            reached.forEach(
                    type -> table.strong(type.plural()).cell(mayView(type)).cell(rest(type)));
            table.end();
        }
        if (!none.isEmpty()) {
            paper.quiet("Nothing of: " + String.join(", ", none) + ".", size / 2);
        }
        List<FunctionRow> functions =
                answer.functions().stream().filter(one -> !one.level().equals("none")).toList();
        paper.heading("Functions");
        paper.text(
                functions.isEmpty()
                        ? "None."
                        : functions.stream()
                                .map(one -> one.name() + ": " + one.level())
                                .collect(Collectors.joining(" · ")),
                2);
        paper.quiet(foot(), size * 1.5f);
        paper.close();
        return paper.pages();
    }

    private String title() {
        return "What " + answer.person().name() + " can do in " + answer.application().name();
    }

    private String subtitle() {
        WhatCan.Whom who = answer.person();
        return Stream.of(
                        who.unit(),
                        who.account()
                                .filter(any -> who.kind().equals("external"))
                                .map(one -> "acting for " + one.name())
                                .orElse(""),
                        who.status().equals("active") ? "" : who.status(),
                        Dates.MINUTE.format(at.atZone(zone)) + " (" + zone.getId() + ")")
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining(" · "));
    }

    private String holds() {
        List<String> all = answer.holdings();
        if (all.isEmpty()) {
            return "nothing; so there is nothing they can do.";
        }
        int more = all.size() - HOLDINGS_AT_MOST;
        return all.stream().limit(HOLDINGS_AT_MOST).collect(Collectors.joining("; "))
                + (more > 0 ? "; and " + more + " more" : "");
    }

    private String foot() {
        return "The numbers are of the records there were when this was written. "
                + publication
                        .map(number -> "It rests on publication no. " + number + ".")
                        .orElse("Nothing had been published.")
                + " If something here is not needed for the work, or is missing for it, tell your"
                + " administrator.";
    }

    private static boolean some(Cell cell) {
        return cell.records().map(number -> number > 0).orElse(cell.granted());
    }

    private static String mayView(TypeRow type) {
        return type.cells().stream()
                .filter(cell -> cell.operation().equals("view") && some(cell))
                .findFirst()
                .map(cell -> "view " + amount(cell, type))
                .orElse("view none");
    }

    private String rest(TypeRow type) {
        String operations =
                type.cells().stream()
                        .filter(cell -> !cell.operation().equals("view") && some(cell))
                        .map(
                                cell ->
                                        cell.label()
                                                + cell.records()
                                                        .map(any -> " " + amount(cell, type))
                                                        .orElse(""))
                        .collect(Collectors.joining(", "));
        return Stream.of(
                        operations,
                        fields ? named("not shown: ", type, "hidden") : "",
                        fields ? named("masked: ", type, "masked") : "")
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining("\n"));
    }

    private static String amount(Cell cell, TypeRow type) {
        long records = cell.records().orElse(0L);
        return records == type.total() ? "all " + number(records) : number(records);
    }

    private static String number(long number) {
        return String.format(Locale.ROOT, "%,d", number).replace(',', '\u00a0');
    }

    private static String named(String lead, TypeRow type, String level) {
        List<String> labels =
                type.fields().stream()
                        .filter(field -> field.level().equals(level))
                        .map(FieldRow::label)
                        .map(label -> label.toLowerCase(Locale.ROOT))
                        .toList();
        if (labels.isEmpty()) {
            return "";
        }
        int more = labels.size() - FIELDS_AT_MOST;
        return lead
                + labels.stream().limit(FIELDS_AT_MOST).collect(Collectors.joining(", "))
                + (more > 0 ? " and " + more + " more" : "");
    }
}
