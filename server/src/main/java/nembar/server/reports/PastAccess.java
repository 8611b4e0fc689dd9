package nembar.server.reports;

import java.time.Duration;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import nembar.core.answers.WhoCould;
import nembar.core.answers.WhoCould.Span;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
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
    private static final Duration LONGEST = Duration.ofSeconds(30);

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
        List<List<String>> rows =
                spans(asked, type, operation).stream()
                        .filter(span -> visible.test(span.person()))
                        .map(span -> row(now, span, asked, zone))
                        .sorted(Comparator.comparing((List<String> one) -> one.get(0)))
                        .toList();
        return new Table(
                rows,
                "To "
                        + operation.label()
                        + " "
                        + type.plural().toLowerCase(Locale.ROOT)
                        + ", whichever of them. Hours of the week are left aside: who could at any of"
                        + " them is named.");
    }

    private List<Span> spans(Asked asked, RecordType type, Operation operation) {
        requireFew(
                store.changedAt(asked.application(), asked.from(), asked.until(), AT_MOST + 1)
                                .size()
                        <= AT_MOST);
        WhoCould who =
                new WhoCould(
                        type.key(),
                        operation.key(),
                        moment -> {
                            Sentences sentences = new Sentences(moment.model());
                            return way -> WayWords.of(sentences, way);
                        });
        long latest = System.nanoTime() + LONGEST.toNanos();
        past.each(
                asked.application(),
                asked.from(),
                asked.until(),
                (model, at, next) ->
                        who.look(model, at, next, any -> requireFew(System.nanoTime() < latest)));
        return who.spans();
    }

    private static void requireFew(boolean few) {
        if (!few) {
            throw new BadRequest(
                    "from",
                    "Too much became another in these days to be gone through at once. Ask about"
                            + " fewer of them.");
        }
    }

    private static List<String> row(AccessModel now, Span span, Asked asked, ZoneId zone) {
        Person person = span.person();
        return List.of(
                person.name(),
                Words.of(person.kind()),
                now.directory().unitOrAccount(person, person.accounts().stream().findFirst()),
                span.from().equals(asked.from())
                        ? "before"
                        : Dates.MINUTE.format(span.from().atZone(zone)),
                span.until().map(at -> Dates.MINUTE.format(at.atZone(zone))).orElse("after"),
                String.join(" ", span.by()));
    }
}
