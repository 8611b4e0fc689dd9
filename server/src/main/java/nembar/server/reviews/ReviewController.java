package nembar.server.reviews;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.document.DocumentJson;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.model.Models;
import nembar.server.reviews.ReviewShapes.AlikePage;
import nembar.server.reviews.ReviewShapes.AlikeRight;
import nembar.server.reviews.ReviewShapes.AlikeRights;
import nembar.server.reviews.ReviewShapes.AnswerGiven;
import nembar.server.reviews.ReviewShapes.HandedRights;
import nembar.server.reviews.ReviewShapes.Looked;
import nembar.server.reviews.ReviewShapes.PeopleInReview;
import nembar.server.reviews.ReviewShapes.PersonCard;
import nembar.server.reviews.ReviewShapes.PersonInReview;
import nembar.server.reviews.ReviewShapes.ProgressShown;
import nembar.server.reviews.ReviewShapes.ReviewPage;
import nembar.server.reviews.ReviewShapes.ReviewPreview;
import nembar.server.reviews.ReviewShapes.ReviewShown;
import nembar.server.reviews.ReviewShapes.ReviewWanted;
import nembar.server.reviews.ReviewShapes.ReviewerShown;
import nembar.server.reviews.ReviewStore.PersonProgress;
import nembar.server.reviews.ReviewStore.Progress;
import nembar.server.session.Me;
import nembar.server.store.Page;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

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
