package nembar.server.reports;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.Moment;
import nembar.core.answers.Way;
import nembar.core.answers.WhoCan;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.design.DirectShare;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.text.Dates;
import nembar.core.text.Words;
import nembar.core.words.Sentences;
import nembar.server.answers.WayWords;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.model.PastModels;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Component;

/**
 * Who had access to records of a type between two days: looked at whenever the design or the
 * directory became another, or something began or ended.
 */
@Component
class PastAccess implements Report {
    private static final int AT_MOST = 1000;
    private static final Duration LONGEST = Duration.ofSeconds(20);

    private final Models models;
    private final PastModels past;
    private final ModelStore store;
    private final Governance governance;

    PastAccess(Models models, PastModels past, ModelStore store, Governance governance) {
        this.models = models;
        this.past = past;
        this.store = store;
        this.governance = governance;
    }

    @Override
    public String key() {
        return "past-access";
    }

    @Override
    public String title() {
        return "Who had access";
    }

    @Override
    public String about() {
        return "Everybody who could do something with records of a type between two days, from when"
                + " until when, and by what.";
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.RECORD_TYPE, Slot.OPERATION, Slot.FROM, Slot.UNTIL);
    }

    @Override
    public List<String> columns() {
        return List.of("Person", "Kind", "Organisation or unit", "From", "Until", "By");
    }

    /** Somebody who can, from an instant on. */
    private record Span(Person person, Instant from, Set<String> by) {}

    @Override
    public Table of(Person me, Asked asked) {
        AccessModel now = models.model(asked.application());
        ZoneId zone = now.application().zone();
        RecordType type =
                now.catalogue()
                        .recordType(asked.recordType())
                        .orElseThrow(
                                () -> new NotFound("recordType", "There is no such record type."));
        Operation operation =
                type.operation(asked.operation().isEmpty() ? "view" : asked.operation())
                        .orElseThrow(
                                () -> new NotFound("operation", "There is no such operation."));
        Predicate<Person> visible = governance.mayView(me);
        Map<String, Span> standing = new LinkedHashMap<>();
        List<List<String>> rows = new ArrayList<>();
        each(
                asked,
                moment -> {
                    Map<String, Span> here = at(moment, type.key(), operation, visible);
                    for (Span span : List.copyOf(standing.values())) {
                        if (!here.containsKey(span.person().key())) {
                            standing.remove(span.person().key());
                            rows.add(row(now, span, Optional.of(moment.at()), asked, zone));
                        }
                    }
                    here.forEach(
                            (key, span) -> {
                                Span before = standing.putIfAbsent(key, span);
                                if (before != null) {
                                    before.by().addAll(span.by());
                                }
                            });
                });
        standing.values().forEach(span -> rows.add(row(now, span, Optional.empty(), asked, zone)));
        rows.sort(Comparator.comparing((List<String> one) -> one.get(0)));
        return new Table(
                rows,
                "To "
                        + operation.label()
                        + " "
                        + type.plural().toLowerCase(Locale.ROOT)
                        + ", whichever of them. Hours of the week are left aside: who could at any of"
                        + " them is named.");
    }

    /** Each instant at which it can have been otherwise, with what was published then. */
    private void each(Asked asked, Consumer<Moment> look) {
        SortedSet<Instant> changes =
                store.changedAt(asked.application(), asked.from(), asked.until(), AT_MOST + 1);
        requireFew(changes.size() < AT_MOST);
        NavigableSet<Instant> ends = new TreeSet<>(changes);
        ends.add(asked.until());
        long latest = System.nanoTime() + LONGEST.toNanos();
        Consumer<Moment> inTime =
                moment -> {
                    requireFew(System.nanoTime() < latest);
                    look.accept(moment);
                };
        past.each(
                asked.application(),
                asked.from(),
                asked.until(),
                (at, model) -> {
                    inTime.accept(new Moment(model, at));
                    Set<Instant> edges = edges(model, at, ends.higher(at));
                    requireFew(edges.size() < AT_MOST);
                    edges.forEach(edge -> inTime.accept(new Moment(model, edge)));
                });
    }

    private static void requireFew(boolean few) {
        if (!few) {
            throw new BadRequest(
                    "from",
                    "Too much became another in these days to be gone through at once. Ask about"
                            + " fewer of them.");
        }
    }

    private static Set<Instant> edges(AccessModel model, Instant from, Instant until) {
        Set<Instant> edges = new TreeSet<>();
        List<Times> all = new ArrayList<>();
        model.design().assignments().stream().map(Assignment::times).forEach(all::add);
        model.design().sharingRules().stream().map(SharingRule::times).forEach(all::add);
        model.design().directShares().stream().map(DirectShare::times).forEach(all::add);
        for (Times times : all) {
            for (Optional<Instant> edge : List.of(times.from(), times.until())) {
                edge.filter(at -> at.isAfter(from) && at.isBefore(until)).ifPresent(edges::add);
            }
        }
        return edges;
    }

    private static Map<String, Span> at(
            Moment moment, String typeKey, Operation operation, Predicate<Person> visible) {
        Map<String, Span> spans = new LinkedHashMap<>();
        Optional<RecordType> type = moment.model().catalogue().recordType(typeKey);
        if (type.isEmpty() || type.get().operation(operation.key()).isEmpty()) {
            return spans;
        }
        Sentences sentences = new Sentences(moment.model());
        for (WhoCan.AtLevel<?> one : new WhoCan(moment).onAny(type.get(), operation)) {
            Person person = one.persona().person();
            if (visible.test(person)) {
                spans.computeIfAbsent(
                                person.key(), any -> new Span(person, moment.at(), new HashSet<>()))
                        .by()
                        .addAll(
                                one.ways().get().stream()
                                        .map((Way way) -> WayWords.of(sentences, way))
                                        .collect(Collectors.toSet()));
            }
        }
        return spans;
    }

    private static List<String> row(
            AccessModel now, Span span, Optional<Instant> until, Asked asked, ZoneId zone) {
        Person person = span.person();
        return List.of(
                person.name(),
                Words.of(person.kind()),
                now.directory().unitOrAccount(person, person.accounts().stream().findFirst()),
                span.from().equals(asked.from())
                        ? "before"
                        : Dates.MINUTE.format(span.from().atZone(zone)),
                until.map(at -> Dates.MINUTE.format(at.atZone(zone))).orElse("after"),
                span.by().stream().sorted().collect(Collectors.joining(" ")));
    }
}
