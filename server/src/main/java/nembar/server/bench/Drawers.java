package nembar.server.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.answers.Care;
import nembar.core.answers.Meant;
import nembar.core.answers.Moment;
import nembar.core.answers.TouchedRecords;
import nembar.core.design.Design;
import nembar.core.design.Times;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.words.Sentence;
import nembar.core.words.Sentences;
import nembar.server.document.ChangePart;
import nembar.server.document.DesignDocument.WhoPart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.AskedMoments;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** The elements of a design that are sentences, kind by kind. */
@Service
class Drawers {
    private static final int DAYS_AT_MOST = 400;
    private static final int COMING_AT_MOST = 500;
    private static final int FOUND_AT_MOST = 20;

    private final Models models;
    private final AskedMoments moments;
    private final Governance governance;

    Drawers(Models models, AskedMoments moments, Governance governance) {
        this.governance = governance;
        this.models = models;
        this.moments = moments;
    }

    /**
     * An element.
     *
     * @param element as a design document has it
     * @param people how many are meant today
     * @param records how many records it touches, where these are sorted by; empty where that
     *     depends on who looks, or may not be told
     * @param idle why it does nothing today; empty where nothing is seen that keeps it from it
     * @param state what the draft makes of it: "new", "changed", "gone", else "published"
     */
    record ElementLine(
            String key,
            Map<String, Object> element,
            List<Sentence.Piece> sentence,
            int people,
            Optional<Long> records,
            Optional<String> idle,
            @OneOf(words = {"published", "new", "changed", "gone"}) String state) {}

    record ElementPage(List<ElementLine> elements, long total) {}

    /**
     * @param list of a design document
     */
    record DrawerShown(String list, int elements, boolean touched) {}

    /**
     * How an element reads.
     *
     * @param sentence empty where it does not stand yet
     * @param problems what keeps it from standing
     * @param care what is worth knowing of it, which keeps it from nothing
     * @param names of the people, accounts and parts of audiences that it names by key
     */
    record ReadingShown(
            List<Sentence.Piece> sentence,
            List<String> problems,
            List<String> care,
            List<PartShown> names) {}

    /**
     * A part of an audience that can be chosen.
     *
     * @param part as a design document has it
     * @param detail what kind of part it is
     */
    record PartShown(WhoPart part, String name, String detail) {}

    /** How many elements there are of each kind that is a sentence. */
    List<DrawerShown> drawers(Person me, String application, String draft) {
        AccessModel model = moments.of(me, application, draft, Optional.empty()).model();
        AccessModel published = models.model(application);
        return Stream.of(ElementKind.values())
                .filter(Sentences::are)
                .map(
                        kind ->
                                new DrawerShown(
                                        kind.list(),
                                        model.design().elements(kind).size(),
                                        !model.design()
                                                .elements(kind)
                                                .equals(published.design().elements(kind))))
                .toList();
    }

    /**
     * @param list of a design document
     * @param search words that all stand in the sentence
     * @param sort people or records: those with most of them first; empty for the design's order
     */
    ElementPage some(
            Person me,
            String application,
            String draft,
            String list,
            String search,
            String sort,
            int page,
            int size) {
        Paging.check(page, size);
        ElementKind kind = kind(list);
        Moment moment = moments.of(me, application, draft, Optional.empty());
        AccessModel published = models.model(application);
        Design design = moment.model().design();
        Meant meant = new Meant(moment);
        Lines lines = new Lines(moment.model(), published, meant);
        List<Element> all = new ArrayList<>(design.elements(kind));
        published.design().elements(kind).stream()
                .filter(one -> design.element(kind, one.key()).isEmpty())
                .forEach(all::add);
        List<String> words = List.of(search.toLowerCase(Locale.ROOT).strip().split("\\s+"));
        Stream<Element> found =
                all.stream().filter(one -> search.isBlank() || lines.has(one, words));
        List<Element> shown = new ArrayList<>(found.toList());
        Map<Element, Long> records = new HashMap<>();
        switch (sort) {
            case "people":
                shown.sort(Comparator.comparing(meant::people).reversed());
                break;
            case "records":
                records.putAll(
                        new TouchedRecords(moment)
                                .count(shown, governance.counting(me, published)));
                shown.sort(
                        Comparator.comparing((Element one) -> records.getOrDefault(one, -1L))
                                .reversed());
                break;
            default:
                break;
        }
        return new ElementPage(
                Paging.slice(shown, page, size).stream()
                        .map(one -> lines.line(one, Optional.ofNullable(records.get(one))))
                        .toList(),
                shown.size());
    }

    /**
     * Something that begins or ends.
     *
     * @param begins whether it begins then; else it ends
     * @param people how many are meant
     */
    record ComingShown(
            Instant at,
            boolean begins,
            String list,
            String key,
            List<Sentence.Piece> sentence,
            int people) {}

    /** What begins and ends in so many days to come, the first first; the first five hundred. */
    List<ComingShown> coming(Person me, String application, String draft, int days) {
        if (days < 1 || days > DAYS_AT_MOST) {
            throw new BadRequest("days", "Look from 1 to " + DAYS_AT_MOST + " days ahead.");
        }
        Moment moment = moments.of(me, application, draft, Optional.empty());
        Meant meant = new Meant(moment);
        Sentences sentences = new Sentences(moment.model());
        Instant end = moment.at().plus(Duration.ofDays(days));
        List<ComingShown> coming = new ArrayList<>();
        for (Element element : moment.model().design().elements()) {
            Times times = Meant.times(element);
            times.from()
                    .filter(at -> at.isAfter(moment.at()) && at.isBefore(end))
                    .ifPresent(at -> coming.add(coming(at, true, element, sentences, meant)));
            times.until()
                    .filter(at -> at.isAfter(moment.at()) && at.isBefore(end))
                    .ifPresent(at -> coming.add(coming(at, false, element, sentences, meant)));
        }
        coming.sort(Comparator.comparing(ComingShown::at));
        return coming.subList(0, Math.min(coming.size(), COMING_AT_MOST));
    }

    private static ComingShown coming(
            Instant at, boolean begins, Element element, Sentences sentences, Meant meant) {
        return new ComingShown(
                at,
                begins,
                element.kind().list(),
                element.key(),
                sentences.of(element).map(Sentence::pieces).orElse(List.of()),
                meant.people(element));
    }

    /** Lines of elements, those that a draft takes away included. */
    private static final class Lines {
        private final Design design;
        private final Design published;
        private final Sentences drafted;
        private final Sentences gone;
        private final Meant meant;

        Lines(AccessModel model, AccessModel published, Meant meant) {
            this.design = model.design();
            this.published = published.design();
            this.drafted = new Sentences(model);
            this.gone = new Sentences(published);
            this.meant = meant;
        }

        boolean has(Element element, List<String> words) {
            String text = sentence(element).text().toLowerCase(Locale.ROOT);
            return words.stream().allMatch(text::contains);
        }

        ElementLine line(Element element, Optional<Long> records) {
            Optional<Element> was = published.element(element.kind(), element.key());
            Optional<Element> is = design.element(element.kind(), element.key());
            String state = "published";
            if (is.isEmpty()) {
                state = "gone";
            } else if (was.isEmpty()) {
                state = "new";
            } else if (!was.equals(is)) {
                state = "changed";
            }
            return new ElementLine(
                    element.key(),
                    DocumentChanges.element(element),
                    sentence(element).pieces(),
                    meant.people(element),
                    records,
                    meant.idle(element),
                    state);
        }

        private Sentence sentence(Element element) {
            boolean there = design.element(element.kind(), element.key()).isPresent();
            return (there ? drafted : gone).of(element).orElseThrow();
        }
    }

    /** How an element would read in the draft, or why it could not stand there. */
    ReadingShown reading(Person me, String application, String draft, ChangePart part) {
        Moment moment = moments.of(me, application, draft, Optional.empty());
        AccessModel model = moment.model();
        List<PartShown> names = List.of();
        try {
            List<Change> changes = DocumentChanges.read(List.of(part));
            if (!(changes.get(0) instanceof Change.Put put)) {
                throw new BadRequest("put", "Say which element is put.");
            }
            names = AudienceParts.named(model, put.element());
            AccessModel next = Changes.apply(model, changes);
            return new ReadingShown(
                    new Sentences(next).of(put.element()).map(Sentence::pieces).orElse(List.of()),
                    List.of(),
                    put.kind().inCatalogue()
                            ? List.of()
                            : Care.of(
                                    moment.with(next),
                                    put.element(),
                                    governance.counting(me, models.model(application)),
                                    governance.mayView(me)),
                    names);
        } catch (ModelRefused refused) {
            return new ReadingShown(
                    List.of(),
                    refused.problems().stream().map(one -> one.message()).toList(),
                    List.of(),
                    names);
        }
    }

    /** Parts of audiences whose names have the text; those that begin with it first. */
    List<PartShown> parts(Person me, String application, String draft, String search) {
        AccessModel model = moments.of(me, application, draft, Optional.empty()).model();
        String wanted = search.strip().toLowerCase(Locale.ROOT);
        return AudienceParts.all(model, governance.mayView(me)).stream()
                .filter(one -> one.name().toLowerCase(Locale.ROOT).contains(wanted))
                .sorted(
                        Comparator.comparing(
                                one -> !one.name().toLowerCase(Locale.ROOT).startsWith(wanted)))
                .limit(FOUND_AT_MOST)
                .toList();
    }

    private static ElementKind kind(String list) {
        return ElementKind.ofList(list)
                .filter(Sentences::are)
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "list", "No kind of sentence is called " + list + "."));
    }
}
