package nembar.server.reviews;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import nembar.core.review.Reviewers.Asked;
import nembar.server.http.Named;
import nembar.server.http.OneOf;
import nembar.server.reviews.ReviewStore.Progress;

/** Reviews as requests and answers have them. */
final class ReviewShapes {
    private ReviewShapes() {}

    /**
     * A review as it is wanted.
     *
     * @param asked who is asked about each right
     * @param named keys of those who are asked, where they are named
     * @param standIns keys of those who are asked where nobody else can be, the first who may;
     *     whoever begins the review comes last
     * @param due the last day
     * @param everyMonths after how many months it comes again; 0, or left out, for once
     * @param note what reviewers are told; may be left out
     */
    record ReviewWanted(
            String name,
            @NotNull @Valid ReviewScope scope,
            @NotNull @OneOf(Asked.class) String asked,
            List<String> named,
            List<String> standIns,
            String due,
            Integer everyMonths,
            String note) {
        ReviewWanted {
            everyMonths = everyMonths == null ? Integer.valueOf(0) : everyMonths;
        }
    }

    /** Somebody who would be asked, and about how many rights. */
    record AskedOf(Named reviewer, int rights) {}

    /**
     * What a review would ask.
     *
     * @param asked those who would be asked about most
     * @param reviewers how many would be asked in all
     * @param nobody some of those about whom nobody can be asked; with any, it cannot begin
     */
    record ReviewPreview(
            int rights, int people, List<AskedOf> asked, int reviewers, List<Named> nobody) {}

    /** How far a review, or somebody in it, has come. */
    record ProgressShown(long rights, long looked, long answered) {
        static ProgressShown of(Progress progress) {
            return new ProgressShown(progress.rights(), progress.looked(), progress.answered());
        }
    }

    /** Somebody who is asked, and how far they have come. */
    record ReviewerShown(Named reviewer, ProgressShown progress) {}

    /**
     * A review.
     *
     * @param scope what it is about, in words
     * @param progress of all of it; to somebody who is only asked, of theirs
     * @param mine how far whoever looks has come with what they are asked
     * @param leads whether whoever looks may close it
     * @param reviewers how far each has come; only for whoever leads it
     * @param draft id of the draft its answers went into
     * @param publication number of the one by which they came to be so
     * @param outcome what came of it, once that is sure
     * @param digest SHA-256 over the result, once it is sealed
     */
    record ReviewShown(
            String id,
            String name,
            Named application,
            String scope,
            @OneOf(words = {"open", "closed", "sealed"}) String state,
            Named owner,
            String note,
            Instant startedAt,
            LocalDate due,
            boolean overdue,
            int everyMonths,
            ProgressShown progress,
            ProgressShown mine,
            boolean leads,
            List<ReviewerShown> reviewers,
            Optional<Instant> closedAt,
            Optional<String> draft,
            Optional<Long> publication,
            Optional<String> outcome,
            Optional<String> digest) {}

    /**
     * A page of reviews.
     *
     * @param applications those in which whoever looks may begin one
     */
    record ReviewPage(List<ReviewShown> reviews, long total, List<Named> applications) {}

    /** Somebody whose rights are asked about. */
    record PersonInReview(Named person, String place, ProgressShown progress) {}

    record PeopleInReview(List<PersonInReview> people, long total) {}

    /** Records that a right opens; without a number where that is not for whoever looks. */
    record OpensRecords(String records, String operation, Optional<Long> number) {}

    /** How many of somebody's peers hold the same. */
    record PeersShown(int holding, int of) {}

    /**
     * A right, as it is today.
     *
     * @param assigned whether it was assigned, so that another role may take its place
     * @param given why it was given; may be empty
     * @param lastUsed the last day on which anything of it was used
     * @param useTells whether enough is known of use to say that it was not used
     * @param peers left out where there are none, or it is no assignment
     * @param records what it opens
     * @param besides functions and guarded fields that it gives
     * @param mine whether whoever looks is to answer
     * @param looked whether whoever is asked has looked at it
     * @param gone whether it has ended by itself
     */
    record RightCard(
            int number,
            String what,
            String through,
            boolean assigned,
            String given,
            Optional<Instant> since,
            Optional<Instant> until,
            Optional<LocalDate> lastUsed,
            boolean useTells,
            Optional<PeersShown> peers,
            List<OpensRecords> records,
            List<String> besides,
            Named reviewer,
            Optional<Named> askedFirst,
            boolean mine,
            boolean looked,
            @OneOf(words = {"keep", "change", "end"}) Optional<String> answer,
            String reason,
            Optional<Instant> goesOnUntil,
            Optional<String> asRole,
            Optional<Named> answeredBy,
            Optional<Instant> answeredAt,
            boolean gone) {}

    /** Somebody, and their rights that are asked about. */
    record PersonCard(
            String key,
            String name,
            String kind,
            String status,
            String place,
            Optional<Named> manager,
            Optional<Instant> lastSignIn,
            List<RightCard> rights) {}

    /** Rights that are the same by their words, and wait for an answer. */
    record AlikeRights(String what, String through, long rights, long looked) {}

    /** One of several that are alike. */
    record AlikeRight(int number, Named person, String place, boolean looked) {}

    record AlikePage(List<AlikeRight> rights, long total) {}

    record Looked(@NotNull List<Integer> numbers) {}

    /**
     * An answer.
     *
     * @param reason why; needed to change or end
     * @param until the last day on which it goes on, to change
     * @param role key of the role in its place, to change
     */
    record AnswerGiven(
            @NotNull List<Integer> numbers,
            @NotNull @OneOf(words = {"keep", "change", "end"}) String answer,
            String reason,
            String until,
            String role) {}

    /**
     * Rights that are handed on.
     *
     * @param numbers left out for all of one's own that wait, or all of another's
     * @param from key of whose they are, where whoever leads the review hands them on
     */
    record HandedRights(List<Integer> numbers, String from, @NotNull String to, String note) {}
}
