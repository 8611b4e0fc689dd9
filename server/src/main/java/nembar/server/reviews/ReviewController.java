package nembar.server.reviews;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.review.Reviewers.Asked;
import nembar.server.document.DocumentJson;
import nembar.server.http.BadRequest;
import nembar.server.http.Csv;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.model.Models;
import nembar.server.reviews.ReviewClosing.ResultChecked;
import nembar.server.reviews.ReviewStore.PersonProgress;
import nembar.server.reviews.ReviewStore.Progress;
import nembar.server.session.Me;
import nembar.server.store.Page;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Access reviews (docs/reviews.md). */
@RestController
@RequestMapping("/api")
class ReviewController {
    private static final int ALIKE_SHOWN = 50;

    private final Reviews reviews;
    private final ReviewWork work;
    private final ReviewCards cards;
    private final ReviewClosing closing;
    private final ReviewJobs jobs;
    private final ReviewStore store;
    private final Models models;
    private final Me me;

    ReviewController(
            Reviews reviews,
            ReviewWork work,
            ReviewCards cards,
            ReviewClosing closing,
            ReviewJobs jobs,
            ReviewStore store,
            Models models,
            Me me) {
        this.reviews = reviews;
        this.work = work;
        this.cards = cards;
        this.closing = closing;
        this.jobs = jobs;
        this.store = store;
        this.models = models;
        this.me = me;
    }

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

    /** What a review would ask of whom. */
    @PostMapping("/applications/{application}/reviews/preview")
    @Operation(operationId = "reviewPreview")
    ReviewPreview preview(
            @PathVariable String application, @Valid @RequestBody ReviewWanted wanted) {
        return reviews.preview(me.person(), application, wanted);
    }

    @PostMapping("/applications/{application}/reviews")
    @ResponseStatus(HttpStatus.CREATED)
    @Operation(operationId = "beginReview")
    @Transactional
    public ReviewShown begin(
            @PathVariable String application, @Valid @RequestBody ReviewWanted wanted) {
        return shown(reviews.begin(me.person(), application, wanted));
    }

    @GetMapping("/reviews")
    @Operation(operationId = "reviews")
    @Transactional(readOnly = true)
    public ReviewPage page(
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Page<ReviewRow> some = reviews.page(me.person(), page, size);
        Map<String, Map<String, Progress>> progress =
                store.progress(some.items().stream().map(one -> one.id).toList());
        return new ReviewPage(
                some.items().stream()
                        .map(row -> shown(row, progress.getOrDefault(row.id, Map.of())))
                        .toList(),
                some.total(),
                reviews.begins(me.person()));
    }

    @GetMapping("/reviews/{id}")
    @Operation(operationId = "review")
    @Transactional
    public ReviewShown review(@PathVariable String id) {
        ReviewRow row = reviews.visible(me.person(), id);
        if (row.state.equals(ReviewRow.CLOSED)) {
            closing.seal(id);
        }
        return shown(row);
    }

    /** People of a review, by their names. */
    @GetMapping("/reviews/{id}/people")
    @Operation(operationId = "peopleInReview")
    @Transactional(readOnly = true)
    public PeopleInReview people(
            @PathVariable String id,
            @RequestParam(defaultValue = "true") boolean mine,
            @RequestParam(defaultValue = "false") boolean waiting,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Person who = me.person();
        ReviewRow row = reviews.visible(who, id);
        boolean all = !mine && reviews.mayLead(who, row);
        Page<PersonProgress> some =
                store.people(
                        id, all ? Optional.empty() : Optional.of(who.key()), waiting, page, size);
        return new PeopleInReview(
                some.items().stream()
                        .map(
                                one ->
                                        new PersonInReview(
                                                reviews.named(one.person()),
                                                place(one.person()),
                                                ProgressShown.of(one.progress())))
                        .toList(),
                some.total());
    }

    private String place(String person) {
        return models.directory()
                .person(person)
                .map(
                        one ->
                                models.directory()
                                        .unitOrAccount(one, one.accounts().stream().findFirst()))
                .orElse("");
    }

    @GetMapping("/reviews/{id}/people/{person}")
    @Operation(operationId = "personInReview")
    PersonCard person(@PathVariable String id, @PathVariable String person) {
        return cards.of(me.person(), id, person);
    }

    /** Notes that rights were looked at. */
    @PostMapping("/reviews/{id}/looked")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(operationId = "lookedInReview")
    void looked(@PathVariable String id, @Valid @RequestBody Looked looked) {
        work.looked(me.person(), id, looked.numbers());
    }

    @PostMapping("/reviews/{id}/answers")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(operationId = "answerInReview")
    void answer(@PathVariable String id, @Valid @RequestBody AnswerGiven given) {
        work.answer(me.person(), id, given);
    }

    @PostMapping("/reviews/{id}/handed")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(operationId = "handOnInReview")
    void hand(@PathVariable String id, @Valid @RequestBody HandedRights handed) {
        work.hand(me.person(), id, handed);
    }

    /** One's own rights to answer about that are alike. */
    @GetMapping("/reviews/{id}/alike")
    @Operation(operationId = "alikeInReview")
    @Transactional(readOnly = true)
    public List<AlikeRights> alike(@PathVariable String id) {
        reviews.visible(me.person(), id);
        return store.alike(id, me.person().key(), ALIKE_SHOWN).stream()
                .map(
                        row ->
                                new AlikeRights(
                                        (String) row[0],
                                        (String) row[1],
                                        ((Number) row[2]).longValue(),
                                        ((Number) row[3]).longValue()))
                .toList();
    }

    /** Those of one kind. */
    @GetMapping("/reviews/{id}/alike/rights")
    @Operation(operationId = "alikeRightsInReview")
    @Transactional(readOnly = true)
    public AlikePage alikeRights(
            @PathVariable String id,
            @RequestParam String what,
            @RequestParam(defaultValue = "") String through,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        reviews.visible(me.person(), id);
        Page<ReviewRightRow> some = store.alike(id, me.person().key(), what, through, page, size);
        return new AlikePage(
                some.items().stream()
                        .map(
                                one ->
                                        new AlikeRight(
                                                one.which.number(),
                                                reviews.named(one.person),
                                                place(one.person),
                                                one.lookedAt != null))
                        .toList(),
                some.total());
    }

    /** Writes to everybody of whom answers are missing. */
    @PostMapping("/reviews/{id}/reminders")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(operationId = "remindInReview")
    @Transactional
    public void remind(@PathVariable String id) {
        ReviewRow row = reviews.visible(me.person(), id);
        reviews.requireLeading(me.person(), row);
        if (!row.open()) {
            throw new BadRequest("review", "It has ended; nobody is asked any more.");
        }
        jobs.write(row);
    }

    /** Ends it. */
    @PostMapping("/reviews/{id}/end")
    @Operation(operationId = "endReview")
    @Transactional
    public ReviewShown end(@PathVariable String id) {
        reviews.visible(me.person(), id);
        return shown(closing.close(me.person(), id));
    }

    /** Whether the sealed result is as it was sealed. */
    @GetMapping("/reviews/{id}/check")
    @Operation(operationId = "checkReview")
    @Transactional(readOnly = true)
    public ResultChecked check(@PathVariable String id) {
        return closing.check(reviews.visible(me.person(), id));
    }

    /** Whether a file is the result of a review, as it was sealed here. */
    @PostMapping(
            value = "/reviews/results/file",
            consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Operation(operationId = "checkReviewFile")
    @Transactional(readOnly = true)
    public ResultChecked checkFile(@RequestBody(required = false) byte[] document) {
        ReviewRow row =
                closing.ofFile(document == null ? new byte[0] : document)
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "file",
                                                "This is no result that was sealed here, or it was"
                                                        + " changed since."));
        return closing.check(reviews.visible(me.person(), row.id));
    }

    /** The result, exactly as it was sealed. */
    @GetMapping(
            path = "/reviews/{id}/result.json",
            produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Operation(operationId = "reviewResult")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> json(@PathVariable String id) {
        return file(
                sealed(id).document.getBytes(StandardCharsets.UTF_8),
                "json",
                MediaType.APPLICATION_OCTET_STREAM_VALUE);
    }

    @GetMapping(path = "/reviews/{id}/result.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    @Operation(operationId = "reviewResultPdf")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> pdf(@PathVariable String id) {
        ReviewRow row = sealed(id);
        ZoneId zone =
                models.find(row.application)
                        .map(one -> one.model().application().zone())
                        .orElse(ZoneOffset.UTC);
        return file(
                ReviewFiles.pdf(result(row), row.digest, zone),
                "pdf",
                MediaType.APPLICATION_PDF_VALUE);
    }

    @GetMapping(path = "/reviews/{id}/result.csv", produces = "text/csv")
    @Operation(operationId = "reviewResultCsv")
    @Transactional(readOnly = true)
    public ResponseEntity<StreamingResponseBody> csv(@PathVariable String id) {
        ReviewRow row = sealed(id);
        return Csv.file(
                "review.csv", ReviewFiles.COLUMNS, ReviewFiles.rows(result(row), row.digest));
    }

    private static ReviewResult result(ReviewRow row) {
        return DocumentJson.element(row.document, ReviewResult.class);
    }

    private ReviewRow sealed(String id) {
        ReviewRow row = reviews.visible(me.person(), id);
        reviews.requireLeading(me.person(), row);
        if (row.document == null) {
            throw new BadRequest(
                    "review",
                    row.open()
                            ? "It has no result until it has ended."
                            : "Its changes are a draft; publish or discard that, and the result is"
                                    + " sealed.");
        }
        return row;
    }

    private static ResponseEntity<byte[]> file(byte[] bytes, String ending, String type) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"review." + ending + "\"")
                .body(bytes);
    }

    private ReviewShown shown(ReviewRow row) {
        return shown(row, store.progress(row.id));
    }

    private ReviewShown shown(ReviewRow row, Map<String, Progress> progress) {
        Person who = me.person();
        boolean leads = reviews.mayLead(who, row);
        Progress mine = progress.getOrDefault(who.key(), Progress.NONE);
        return new ReviewShown(
                row.id,
                row.name,
                new Named(
                        row.application,
                        models.find(row.application)
                                .map(one -> one.model().application().name())
                                .orElse(row.application)),
                models.find(row.application).map(one -> row.scope().words(one.model())).orElse(""),
                row.state,
                reviews.named(row.owner),
                row.note,
                row.startedAt,
                reviews.dueDay(row),
                row.open() && reviews.over(row),
                row.everyMonths,
                ProgressShown.of(
                        leads
                                ? progress.values().stream().reduce(Progress.NONE, Progress::and)
                                : mine),
                ProgressShown.of(mine),
                leads,
                leads
                        ? progress.entrySet().stream()
                                .map(
                                        one ->
                                                new ReviewerShown(
                                                        reviews.named(one.getKey()),
                                                        ProgressShown.of(one.getValue())))
                                .sorted(Comparator.comparing(one -> one.reviewer().name()))
                                .toList()
                        : List.of(),
                Optional.ofNullable(row.closedAt),
                Optional.ofNullable(row.draft),
                Optional.ofNullable(row.publication),
                Optional.ofNullable(row.document)
                        .map(one -> DocumentJson.element(one, ReviewResult.class).outcome()),
                Optional.ofNullable(row.digest));
    }
}
