package nembar.server.desk;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.element.ElementKind;
import nembar.core.text.Words;
import nembar.server.desk.DeskController.Aside;
import nembar.server.desk.DeskController.Desk;
import nembar.server.desk.DeskController.DeskGroup;
import nembar.server.desk.DeskController.DeskLine;
import nembar.server.desk.DeskController.DeskPage;
import nembar.server.desk.DeskController.DeskSubject;
import nembar.server.desk.DeskController.DoneLine;
import nembar.server.desk.DeskController.DonePage;
import nembar.server.desk.DeskController.Handed;
import nembar.server.desk.DeskController.MarkShown;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskMarks.Mark;
import nembar.server.desk.DeskSource.Told;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.store.Page;
import org.springframework.stereotype.Service;

/** What needs a person today, gathered for them, and what they decide of it. */
@Service
class DeskService {
    /** How many of a group are told with it. */
    private static final int SHOWN = 5;

    private static final int MARKED_AT_ONCE = 500;
    private static final int REASON_AT_MOST = 500;
    private static final Duration ASIDE_AT_MOST = Duration.ofDays(366);

    private final List<DeskSource> sources;
    private final DeskMarks marks;
    private final DeskKinds kinds;
    private final DeskHistory history;
    private final Models models;
    private final Governance governance;
    private final Clock clock;

    DeskService(
            List<DeskSource> sources,
            DeskMarks marks,
            DeskKinds kinds,
            DeskHistory history,
            Models models,
            Governance governance,
            Clock clock) {
        this.sources = sources;
        this.marks = marks;
        this.kinds = kinds;
        this.history = history;
        this.models = models;
        this.governance = governance;
        this.clock = clock;
    }

    /** An item, with what is decided of it where that counts. */
    private record Standing(DeskItem item, Optional<Mark> mark) {
        /** Whether it needs the person now. */
        boolean needs(Person me) {
            return mark.isEmpty() || mark.get().handedTo().filter(me.key()::equals).isPresent();
        }
    }

    /**
     * @param aside whether what is set aside or with others is wanted, in place of what needs one
     */
    Desk desk(Person me, boolean aside) {
        Gathered gathered = gathered(me);
        List<Standing> all = standing(gathered);
        Map<List<String>, List<Standing>> groups = new LinkedHashMap<>();
        all.stream()
                .filter(one -> one.needs(me) != aside)
                .forEach(
                        one ->
                                groups.computeIfAbsent(group(one.item()), any -> new ArrayList<>())
                                        .add(one));
        Map<String, Instant> since =
                since(groups.values().stream().flatMap(some -> some.stream().limit(SHOWN)));
        int needing = (int) all.stream().filter(one -> one.needs(me)).count();
        return new Desk(
                groups.values().stream().map(some -> group(some, since)).toList(),
                needing,
                all.size() - needing,
                gathered.working().stream().map(this::application).toList(),
                gathered.away().stream().map(this::application).toList(),
                governance.mayOnApplication(me, "change", Models.NEMBAR));
    }

    private Map<String, Instant> since(Stream<Standing> some) {
        return history.since(some.map(one -> one.item().id()).toList());
    }

    DeskPage items(Person me, boolean aside, String kind, String application, int page, int size) {
        List<Standing> all =
                standing(gathered(me)).stream()
                        .filter(one -> one.needs(me) != aside)
                        .filter(one -> group(one.item()).equals(List.of(kind, application)))
                        .toList();
        List<Standing> some = Paging.slice(all, page, size);
        Map<String, Instant> since = since(some.stream());
        return new DeskPage(some.stream().map(one -> line(one, since)).toList(), all.size());
    }

    /** One item, whatever is decided of it. */
    DeskLine item(Person me, String id) {
        Standing one =
                standing(gathered(me)).stream()
                        .filter(standing -> standing.item().id().equals(id))
                        .findFirst()
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "id", "This does not stand any more: it is done."));
        return line(one, since(Stream.of(one)));
    }

    /**
     * What needs somebody now.
     *
     * @param complete whether all of it has been worked out
     */
    record Needed(List<DeskItem> items, boolean complete) {}

    Needed needed(Person me) {
        Gathered gathered = gathered(me);
        return new Needed(
                standing(gathered).stream()
                        .filter(one -> one.needs(me))
                        .map(Standing::item)
                        .toList(),
                gathered.working().isEmpty() && gathered.away().isEmpty());
    }

    private List<Standing> standing(Gathered gathered) {
        Instant now = clock.instant();
        Map<String, Mark> marked = marks.all();
        return gathered.items().values().stream()
                .map(
                        item ->
                                new Standing(
                                        item,
                                        Optional.ofNullable(marked.get(item.id()))
                                                .filter(one -> one.counts(item, now))))
                .toList();
    }

    /**
     * What all sources say to somebody.
     *
     * @param items by their ids, the most pressing first
     * @param working applications of which it is still being worked out
     * @param away applications of which it could not be
     */
    private record Gathered(Map<String, DeskItem> items, Set<String> working, Set<String> away) {}

    private Gathered gathered(Person me) {
        Predicate<DeskKind> told = kinds.toldTo(me);
        List<Told> all = sources.stream().map(source -> source.told(me)).toList();
        Map<String, DeskItem> items = new LinkedHashMap<>();
        all.stream()
                .flatMap(one -> one.items().stream())
                .filter(item -> told.test(item.kind()))
                .sorted(
                        Comparator.comparing(DeskItem::kind)
                                .thenComparing(item -> item.application().orElse(""))
                                .thenComparing(item -> -item.records())
                                .thenComparing(DeskItem::sentence))
                .forEach(item -> items.putIfAbsent(item.id(), item));
        Set<String> working = new LinkedHashSet<>();
        all.forEach(one -> working.addAll(one.working()));
        Set<String> away = new LinkedHashSet<>();
        all.forEach(one -> away.addAll(one.away()));
        return new Gathered(items, working, away);
    }

    private static List<String> group(DeskItem item) {
        return List.of(Words.of(item.kind()), item.application().orElse(""));
    }

    private DeskGroup group(List<Standing> some, Map<String, Instant> since) {
        DeskItem first = some.get(0).item();
        Set<String> people = new LinkedHashSet<>();
        some.forEach(one -> people.addAll(one.item().people()));
        return new DeskGroup(
                Words.of(first.kind()),
                first.application().map(this::application),
                some.size(),
                people.size(),
                some.stream().mapToLong(one -> one.item().records()).sum(),
                some.stream().limit(SHOWN).map(one -> line(one, since)).toList());
    }

    private Named application(String key) {
        return new Named(
                key, models.find(key).map(one -> one.model().application().name()).orElse(key));
    }

    private DeskLine line(Standing one, Map<String, Instant> since) {
        DeskItem item = one.item();
        Directory directory = models.directory();
        return new DeskLine(
                item.id(),
                Words.of(item.kind()),
                item.application(),
                item.sentence(),
                item.why(),
                item.subjects().stream()
                        .map(
                                subject ->
                                        new DeskSubject(
                                                subject.what(),
                                                subject.key(),
                                                name(directory, item, subject)))
                        .toList(),
                item.people().size(),
                item.records(),
                DocumentChanges.write(item.mend()),
                Optional.ofNullable(since.get(item.id())),
                one.mark()
                        .map(
                                mark ->
                                        new MarkShown(
                                                mark.reason(),
                                                mark.until(),
                                                mark.handedTo()
                                                        .map(
                                                                key ->
                                                                        new Named(
                                                                                key,
                                                                                directory
                                                                                        .personName(
                                                                                                key))),
                                                directory.personName(mark.by()),
                                                mark.at())));
    }

    private String name(Directory directory, DeskItem item, Subject subject) {
        return switch (subject.what()) {
            case Subject.PERSON -> directory.personName(subject.key());
            case "account" -> directory.accountName(subject.key());
            case "application" -> application(subject.key()).name();
            default -> element(item, subject).orElse("");
        };
    }

    private Optional<String> element(DeskItem item, Subject subject) {
        return item.application()
                .flatMap(models::find)
                .flatMap(
                        published ->
                                ElementKind.ofWords(subject.what())
                                        .flatMap(
                                                kind ->
                                                        published
                                                                .model()
                                                                .element(kind, subject.key())))
                .map(Changes::name);
    }

    /** Sets items aside, with a reason. */
    void setAside(Person me, Aside asked) {
        Instant now = clock.instant();
        Optional<Instant> until = Optional.ofNullable(asked.until());
        if (until.isPresent()
                && (!until.get().isAfter(now) || until.get().isAfter(now.plus(ASIDE_AT_MOST)))) {
            throw new BadRequest("until", "Give a time from now on, within a year.");
        }
        String reason = asked.reason() == null ? "" : asked.reason().strip();
        if (reason.isEmpty()) {
            throw new BadRequest("reason", "Say why, for whoever comes across it later.");
        }
        marks.mark(me, known(me, asked.items()), checked(reason), until, Optional.empty());
    }

    /** Hands items to a colleague, who must see them too. */
    void hand(Person me, Handed asked) {
        Person to =
                Optional.ofNullable(asked.to())
                        .flatMap(models.directory()::person)
                        .filter(Person::active)
                        .filter(governance.mayView(me))
                        .orElseThrow(() -> new BadRequest("to", "Name somebody who is active."));
        List<DeskItem> some = known(me, asked.items());
        if (!gathered(to).items().keySet().containsAll(some.stream().map(DeskItem::id).toList())) {
            throw new Refused(
                    to.name() + " cannot do anything about this.",
                    List.of("It would not stand on their own Desk."));
        }
        String note = asked.note() == null ? "" : asked.note().strip();
        marks.mark(me, some, checked(note), Optional.empty(), Optional.of(to.key()));
    }

    /** Puts items back on the Desk. */
    void putBack(Person me, List<String> ids) {
        marks.unmark(me, known(me, ids));
    }

    private static String checked(String text) {
        if (text.length() > REASON_AT_MOST || text.indexOf(0) >= 0) {
            throw new BadRequest("reason", "Say it in up to " + REASON_AT_MOST + " letters.");
        }
        return text;
    }

    private List<DeskItem> known(Person me, List<String> ids) {
        if (ids == null || ids.isEmpty() || ids.size() > MARKED_AT_ONCE) {
            throw new BadRequest("items", "Name 1 to " + MARKED_AT_ONCE + " items.");
        }
        Map<String, DeskItem> all = gathered(me).items();
        List<DeskItem> known = new ArrayList<>();
        for (String id : new LinkedHashSet<>(ids)) {
            DeskItem item = id == null ? null : all.get(id);
            if (item == null) {
                throw new NotFound("items", "This does not stand any more. Look at it again.");
            }
            known.add(item);
        }
        return known;
    }

    private boolean viewsAny(Person me) {
        return models.all().stream()
                .anyMatch(one -> governance.mayViewApplication(me, one.application().key()));
    }

    DonePage done(Person me, int page, int size) {
        Directory directory = models.directory();
        Predicate<Person> visible = governance.mayView(me);
        Page<DeskHistory.Done> done =
                history.done(
                        one ->
                                one.application()
                                                .map(key -> governance.mayViewApplication(me, key))
                                                .orElseGet(() -> viewsAny(me))
                                        && one.people().stream()
                                                .flatMap(key -> directory.person(key).stream())
                                                .allMatch(visible),
                        page,
                        size);
        return new DonePage(
                done.items().stream()
                        .map(
                                one ->
                                        new DoneLine(
                                                one.kind(),
                                                one.application().map(this::application),
                                                one.sentence(),
                                                one.since(),
                                                one.goneAt()))
                        .toList(),
                done.total());
    }
}
