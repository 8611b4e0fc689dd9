package nembar.server.reviews;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Stream;
import nembar.core.answers.Moment;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.review.Reviewers;
import nembar.core.review.Reviewers.Asked;
import nembar.core.review.Right;
import nembar.core.review.RightShown;
import nembar.core.review.Rights;
import nembar.core.review.RightsScope;
import nembar.core.text.Words;
import nembar.server.document.DocumentJson;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Days;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.Refused;
import nembar.server.http.Texts;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.reviews.ReviewShapes.AskedOf;
import nembar.server.reviews.ReviewShapes.ReviewPreview;
import nembar.server.reviews.ReviewShapes.ReviewWanted;
import nembar.server.store.Page;
import nembar.server.store.PublicationStore;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Begins reviews, and says who may see them. */
@Service
class Reviews {
    private static final int RIGHTS_AT_MOST = 50_000;
    private static final int NAME_AT_MOST = 200;
    private static final int NOTE_AT_MOST = 2_000;
    private static final int NAMED_AT_MOST = 200;
    private static final int MONTHS_AT_MOST = 36;
    private static final Duration LONGEST = Duration.ofDays(366);
    private static final int SHOWN = 50;

    private final ReviewStore store;
    private final ReviewLetters letters;
    private final Models models;
    private final Moments moments;
    private final Governance governance;
    private final PublicationStore publications;
    private final Clock clock;

    Reviews(
            ReviewStore store,
            ReviewLetters letters,
            Models models,
            Moments moments,
            Governance governance,
            PublicationStore publications,
            Clock clock) {
        this.store = store;
        this.letters = letters;
        this.models = models;
        this.moments = moments;
        this.governance = governance;
        this.publications = publications;
        this.clock = clock;
    }

    /** The rights of a review, each with whoever is asked; those whom nobody can be asked about. */
    private record Put(Moment moment, Map<Right, String> asked, List<Right> nobody) {
        /** About how many rights each is asked. */
        Map<String, Integer> byReviewer() {
            Map<String, Integer> byReviewer = new TreeMap<>();
            asked.values().forEach(one -> byReviewer.merge(one, 1, Integer::sum));
            return byReviewer;
        }

        /** People about whom nobody can be asked. */
        Stream<String> withoutReviewer() {
            return nobody.stream().map(Right::person).distinct().limit(SHOWN);
        }
    }

    /** What would be asked of whom. */
    ReviewPreview preview(Person me, String application, ReviewWanted wanted) {
        requireBeginning(me, application);
        Put put = put(me, application, wanted);
        Map<String, Integer> byReviewer = put.byReviewer();
        return new ReviewPreview(
                put.asked().size(),
                (int) put.asked().keySet().stream().map(Right::person).distinct().count(),
                byReviewer.entrySet().stream()
                        .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
                        .limit(SHOWN)
                        .map(one -> new AskedOf(named(one.getKey()), one.getValue()))
                        .toList(),
                byReviewer.size(),
                put.withoutReviewer().map(this::named).toList());
    }

    /** Begins a review, and writes to all who are asked. */
    @Transactional
    public ReviewRow begin(Person me, String application, ReviewWanted wanted) {
        requireBeginning(me, application);
        AccessModel model = models.model(application);
        String name = Texts.of("name", wanted.name(), NAME_AT_MOST);
        if (name.isEmpty()) {
            throw new BadRequest("name", "Give the review a name.");
        }
        Instant now = clock.instant();
        Instant due =
                Days.end("due", wanted.due(), model.application().zone(), now)
                        .orElseThrow(
                                () -> new BadRequest("due", "Say by which day it is to be done."));
        if (due.isAfter(now.plus(LONGEST))) {
            throw new BadRequest("due", "A review takes a year at most.");
        }
        if (wanted.everyMonths() < 0 || wanted.everyMonths() > MONTHS_AT_MOST) {
            throw new BadRequest(
                    "everyMonths", "Give a number of months up to " + MONTHS_AT_MOST + ".");
        }
        ReviewRow row = new ReviewRow();
        row.name = name;
        row.application = application;
        row.scope = DocumentJson.text(wanted.scope());
        row.asked = wanted.asked();
        row.named = String.join("\n", distinct("named", wanted.named()));
        row.standIns = String.join("\n", distinct("standIns", wanted.standIns()));
        row.note = Texts.of("note", wanted.note(), NOTE_AT_MOST);
        row.owner = me.key();
        row.dueAt = due;
        row.everyMonths = wanted.everyMonths();
        return keep(row, put(me, application, wanted));
    }

    /** Begins the next of a review that comes again, as whoever began it. */
    @Transactional
    public void follow(String id) {
        ReviewRow before = store.locked(id);
        if (before.followed) {
            return;
        }
        before.followed = true;
        Person owner = models.directory().person(before.owner).filter(Person::active).orElse(null);
        if (owner == null || models.find(before.application).isEmpty()) {
            return;
        }
        Duration span = Duration.between(before.startedAt, before.dueAt);
        ReviewRow row = new ReviewRow();
        row.name = before.name;
        row.application = before.application;
        row.scope = before.scope;
        row.asked = before.asked;
        row.named = before.named;
        row.standIns = before.standIns;
        row.note = before.note;
        row.owner = before.owner;
        row.dueAt = clock.instant().plus(span);
        row.everyMonths = before.everyMonths;
        keep(
                row,
                put(
                        owner,
                        before.application,
                        before.scope(),
                        before.asked(),
                        before.named(),
                        before.standIns()));
    }

    private ReviewRow keep(ReviewRow row, Put put) {
        if (!put.nobody().isEmpty()) {
            throw new Refused(
                    "Nobody can be asked about some of them.",
                    put.withoutReviewer()
                            .map(
                                    one ->
                                            models.directory().personName(one)
                                                    + " needs somebody else: name another who"
                                                    + " stands in.")
                            .toList());
        }
        if (put.asked().isEmpty()) {
            throw new BadRequest("scope", "Nobody whom you may view holds anything of this.");
        }
        row.id = UUID.randomUUID().toString();
        row.basedOn = publications.last(row.application);
        row.startedAt = clock.instant().truncatedTo(ChronoUnit.MICROS);
        row.state = ReviewRow.OPEN;
        List<ReviewRightRow> rights = new ArrayList<>();
        put.asked()
                .forEach(
                        (right, reviewer) ->
                                rights.add(row(row.id, put.moment(), right, reviewer, rights)));
        store.keep(row, rights);
        put.byReviewer().forEach((reviewer, number) -> letters.asked(row, reviewer, number));
        return row;
    }

    private static ReviewRightRow row(
            String review,
            Moment moment,
            Right right,
            String reviewer,
            List<ReviewRightRow> before) {
        RightShown shown = new RightShown(moment, right);
        ReviewRightRow row = new ReviewRightRow();
        row.which = new ReviewRightRow.Which(review, before.size() + 1);
        row.person = right.person();
        row.kind = right.kind().list();
        row.element = right.element();
        row.what = shown.what();
        row.through = shown.through();
        row.reviewer = reviewer;
        row.reason = "";
        return row;
    }

    private Put put(Person me, String application, ReviewWanted wanted) {
        if (wanted.scope() == null) {
            throw new BadRequest("scope", "Say what is reviewed.");
        }
        Asked asked =
                Words.find(Asked.values(), wanted.asked())
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "asked",
                                                "Use managers, teamLeads, stewards or named."));
        List<String> named = distinct("named", wanted.named());
        if (asked == Asked.NAMED && named.isEmpty()) {
            throw new BadRequest("named", "Name whoever is asked.");
        }
        return put(
                me,
                application,
                wanted.scope(),
                asked,
                named,
                distinct("standIns", wanted.standIns()));
    }

    private Put put(
            Person me,
            String application,
            ReviewScope scope,
            Asked asked,
            List<String> named,
            List<String> standIns) {
        Moment moment = moments.now(application);
        RightsScope rights = scope.of(moment.model());
        List<String> last = new ArrayList<>(standIns);
        last.add(me.key());
        Reviewers reviewers = new Reviewers(moment, asked, named, last);
        Predicate<Person> visible = governance.mayView(me);
        Map<Right, String> put = new LinkedHashMap<>();
        List<Right> nobody = new ArrayList<>();
        for (Right one : new Rights(moment).of(rights)) {
            if (models.directory().person(one.person()).filter(visible).isPresent()) {
                reviewers.of(one).ifPresentOrElse(who -> put.put(one, who), () -> nobody.add(one));
            }
        }
        if (put.size() > RIGHTS_AT_MOST) {
            throw new BadRequest(
                    "scope",
                    "These are "
                            + put.size()
                            + " rights, and a review takes "
                            + RIGHTS_AT_MOST
                            + ". Review less at once.");
        }
        return new Put(moment, put, nobody);
    }

    private List<String> distinct(String path, List<String> keys) {
        List<String> some = keys == null ? List.of() : List.copyOf(new LinkedHashSet<>(keys));
        if (some.size() > NAMED_AT_MOST) {
            throw new BadRequest(path, "Name at most " + NAMED_AT_MOST + " people.");
        }
        for (String key : some) {
            if (key == null || models.directory().person(key).filter(Person::active).isEmpty()) {
                throw new BadRequest(path, "Name people who are active.");
            }
        }
        return some;
    }

    /** Reviews that somebody may see: those of applications they make drafts of, and their own. */
    @Transactional(readOnly = true)
    public Page<ReviewRow> page(Person me, int page, int size) {
        return store.page(begins(me).stream().map(Named::key).toList(), me.key(), page, size);
    }

    /** The applications in which somebody may begin a review. */
    List<Named> begins(Person me) {
        return models.all().stream()
                .filter(one -> mayBegin(me, one.application().key()))
                .map(one -> new Named(one.application().key(), one.application().name()))
                .toList();
    }

    /**
     * A review that somebody may see.
     *
     * @throws NotFound for everybody else
     */
    ReviewRow visible(Person me, String id) {
        ReviewRow row = store.known(id);
        if (!mayLead(me, row) && !store.isAsked(id, me.key())) {
            throw new NotFound("review", "There is no such review.");
        }
        return row;
    }

    /** Whether somebody sees all of a review, and may hand on and close it. */
    boolean mayLead(Person me, ReviewRow row) {
        return row.owner.equals(me.key()) || mayBegin(me, row.application);
    }

    /**
     * @throws Refused where it is not theirs to lead
     */
    void requireLeading(Person me, ReviewRow row) {
        if (!mayLead(me, row)) {
            throw new Refused(
                    "This review is not yours to lead.",
                    List.of("It takes the operation create on drafts of the application."));
        }
    }

    boolean mayBegin(Person me, String application) {
        return governance.mayViewApplication(me, application)
                && governance.mayOnDraft(me, "create", application, me.key());
    }

    private void requireBeginning(Person me, String application) {
        governance.requireOnApplication(me, "view", application);
        governance.requireOnDraft(me, "create", "new", application, me.key());
    }

    /** The day by the end of which it is to be done, on the application's calendar. */
    LocalDate dueDay(ReviewRow row) {
        return LocalDate.ofInstant(
                row.dueAt.minusSeconds(1),
                models.find(row.application)
                        .map(one -> one.model().application().zone())
                        .orElse(ZoneOffset.UTC));
    }

    /** Whether its last day is over. */
    boolean over(ReviewRow row) {
        return clock.instant().isAfter(row.dueAt);
    }

    Named named(String key) {
        return new Named(key, models.directory().personName(key));
    }

    Optional<Named> namedIfAny(String key) {
        return Optional.ofNullable(key).map(this::named);
    }
}
