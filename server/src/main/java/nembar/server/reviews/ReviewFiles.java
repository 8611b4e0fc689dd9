package nembar.server.reviews;

import java.io.ByteArrayOutputStream;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.text.Dates;
import nembar.server.paper.Paper;
import nembar.server.reviews.ReviewResult.AnsweredRight;
import nembar.server.reviews.ReviewResult.RightResult;

/** A sealed result as people read it: a PDF, and a table; both say its digest. */
final class ReviewFiles {
    static final List<String> COLUMNS =
            List.of(
                    "Person",
                    "Right",
                    "Comes by",
                    "Asked",
                    "Asked first",
                    "Looked at",
                    "Answer",
                    "Until",
                    "Role in its place",
                    "Reason",
                    "Answered by",
                    "Answered at",
                    "Ended by itself",
                    "Publication",
                    "Digest (SHA-256)");

    private static final float SIZE = 8f;

    private ReviewFiles() {}

    /** Rows of the columns. */
    static Stream<List<String>> rows(ReviewResult result, String digest) {
        String publication = result.publication() == null ? "" : "no. " + result.publication();
        return result.rights().stream()
                .map(
                        one -> {
                            AnsweredRight answered = one.answered();
                            return List.of(
                                    one.person().name(),
                                    one.what(),
                                    one.through(),
                                    one.asked().name(),
                                    one.askedFirst() == null ? "" : one.askedFirst().name(),
                                    text(answered.lookedAt()),
                                    answer(answered),
                                    text(answered.until()),
                                    text(answered.role()),
                                    text(answered.reason()),
                                    text(answered.answeredBy()),
                                    text(answered.answeredAt()),
                                    text(answered.endedByItself()),
                                    publication,
                                    digest);
                        });
    }

    private static String text(String maybe) {
        return maybe == null ? "" : maybe;
    }

    private static String answer(AnsweredRight answered) {
        if (answered.endedByItself() != null) {
            return "ended by itself";
        }
        return answered.answer() == null ? "no answer" : answered.answer();
    }

    /**
     * @param zone of the days and times on it
     */
    static byte[] pdf(ReviewResult result, String digest, ZoneId zone) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Paper paper = new Paper(bytes, "Access review: " + result.name(), SIZE)) {
            paper.quiet(
                    result.applicationName()
                            + " · "
                            + result.scope()
                            + " · begun by "
                            + result.owner().name()
                            + " on "
                            + day(result.startedAt(), zone)
                            + ", on publication no. "
                            + result.begunOn()
                            + " · ended on "
                            + day(result.closedAt(), zone)
                            + ", due on "
                            + lastDay(result.dueAt(), zone)
                            + " ("
                            + zone.getId()
                            + ")",
                    2);
            paper.heading("Outcome");
            paper.text(totals(result) + " " + result.outcome(), 2);
            result.changes().forEach(one -> paper.text("· " + one, 1));
            paper.heading("What was asked, and answered");
            Paper.Table table = paper.table(3, 6, 3, 5);
            table.heads("Person", "Right", "Asked", "Answer");
            for (RightResult one : result.rights()) {
                table.strong(one.person().name())
                        .cell(one.what() + (one.through().isEmpty() ? "" : "\n" + one.through()))
                        .cell(asked(one))
                        .cell(said(one.answered(), zone));
            }
            table.end();
            paper.heading("Digest");
            paper.text(
                    "SHA-256 over the result's content: "
                            + digest
                            + "\nNembar checks it: give it the result as JSON under Desk, Access reviews.",
                    2);
        }
        return bytes.toByteArray();
    }

    private static String totals(ReviewResult result) {
        return Stream.of("keep", "change", "end", "no answer", "ended by itself")
                        .map(
                                answer ->
                                        Optional.of(
                                                        result.rights().stream()
                                                                .filter(
                                                                        one ->
                                                                                answer(
                                                                                                one
                                                                                                        .answered())
                                                                                        .equals(
                                                                                                answer))
                                                                .count())
                                                .filter(number -> number > 0)
                                                .map(number -> answer + " " + number)
                                                .orElse(""))
                        .filter(one -> !one.isEmpty())
                        .reduce((one, other) -> one + ", " + other)
                        .orElse("Nothing was asked")
                + " of "
                + result.rights().size()
                + ".";
    }

    private static String asked(RightResult one) {
        return one.asked().name()
                + (one.askedFirst() == null ? "" : "\nfirst: " + one.askedFirst().name());
    }

    private static String said(AnsweredRight one, ZoneId zone) {
        StringBuilder said = new StringBuilder(answer(one));
        if (one.until() != null) {
            said.append(" until ").append(lastDay(one.until(), zone));
        }
        if (one.role() != null) {
            said.append(", as ").append(one.role());
        }
        if (!text(one.reason()).isEmpty()) {
            said.append(": ").append(one.reason());
        }
        if (one.answeredAt() != null) {
            said.append("\n")
                    .append(Dates.MINUTE.format(Instant.parse(one.answeredAt()).atZone(zone)));
        }
        return said.toString();
    }

    private static String day(String at, ZoneId zone) {
        return Dates.DAY.format(Instant.parse(at).atZone(zone));
    }

    /** The last day before an end. */
    private static String lastDay(String end, ZoneId zone) {
        return Dates.DAY.format(Instant.parse(end).minusSeconds(1).atZone(zone));
    }
}
