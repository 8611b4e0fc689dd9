package nembar.server.reviews;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.Directory;
import nembar.core.model.AccessModel;
import nembar.server.model.Models;
import nembar.server.store.PublicationStore.Publication;

/**
 * The result of a review as a document of its own: who was asked about what, what they answered and
 * when, and what came of it. Names stand in it as they were when it was sealed.
 *
 * @param format {@link #FORMAT}
 * @param scope what it was about, in words
 * @param begunOn number of the publication on which it began
 * @param publication number of the one by which the answers came to be so; left out for none
 * @param changes what that publication changed, in words
 * @param outcome what came of the answers, in a sentence
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
record ReviewResult(
        String format,
        String review,
        String name,
        String application,
        String applicationName,
        String scope,
        Who owner,
        long begunOn,
        String startedAt,
        String dueAt,
        String closedAt,
        String sealedAt,
        Long publication,
        List<String> changes,
        String outcome,
        List<RightResult> rights) {
    static final String FORMAT = "nembar-review/1";

    /** Somebody, by key and by the name they had. */
    record Who(String key, String name) {
        private static Who of(Directory directory, String key) {
            return key == null ? null : new Who(key, directory.personName(key));
        }
    }

    /**
     * A right and its answer.
     *
     * @param askedFirst whoever was asked before it was handed on; left out where it was not
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record RightResult(
            Who person,
            String what,
            String through,
            Who asked,
            Who askedFirst,
            AnsweredRight answered) {}

    /**
     * What was answered about a right, exactly as it is kept.
     *
     * @param answer keep, change or end; left out where there was none
     * @param endedByItself when it was seen that it had ended meanwhile
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record AnsweredRight(
            int number,
            String person,
            String element,
            String lookedAt,
            String answer,
            String reason,
            String until,
            String role,
            String answeredBy,
            String answeredAt,
            String endedByItself) {
        private static AnsweredRight of(ReviewRightRow row) {
            return new AnsweredRight(
                    row.which.number(),
                    row.person,
                    row.kind + "/" + row.element,
                    text(row.lookedAt),
                    row.answer,
                    row.reason,
                    text(row.untilAt),
                    row.role,
                    row.answeredBy,
                    text(row.answeredAt),
                    text(row.goneAt));
        }

        static List<AnsweredRight> of(List<ReviewRightRow> rows) {
            return rows.stream().map(AnsweredRight::of).toList();
        }
    }

    static ReviewResult of(
            ReviewRow row,
            List<ReviewRightRow> rights,
            Models models,
            Optional<Publication> publication,
            boolean drafted) {
        Directory directory = models.directory();
        AccessModel model = models.model(row.application);
        return new ReviewResult(
                FORMAT,
                row.id,
                row.name,
                row.application,
                model.application().name(),
                row.scope().words(model),
                Who.of(directory, row.owner),
                row.basedOn,
                text(row.startedAt),
                text(row.dueAt),
                text(row.closedAt),
                text(row.sealedAt),
                publication.map(Publication::number).orElse(null),
                publication.map(Publication::words).orElse(List.of()),
                outcome(publication, drafted),
                rights.stream()
                        .map(
                                one ->
                                        new RightResult(
                                                Who.of(directory, one.person),
                                                one.what,
                                                one.through,
                                                Who.of(directory, one.reviewer),
                                                Who.of(directory, one.passedFrom),
                                                AnsweredRight.of(one)))
                        .toList());
    }

    private static String outcome(Optional<Publication> publication, boolean drafted) {
        if (publication.isPresent()) {
            return "Changed with publication no. " + publication.get().number() + ".";
        }
        return drafted
                ? "The draft with its changes was discarded: nothing was changed."
                : "Nothing was to be changed.";
    }

    /** To the microsecond, as the database keeps it. */
    private static String text(Instant at) {
        return at == null ? null : at.truncatedTo(ChronoUnit.MICROS).toString();
    }
}
