package nembar.server.answers;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.answers.Way;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.core.words.Sentences;
import nembar.server.answers.WhoCanController.Able;
import nembar.server.answers.WhoCanController.ByWhat;
import nembar.server.answers.WhoCanController.WhoCanPage;
import nembar.server.answers.WhoCanQuestion.Counted;
import nembar.server.answers.WhoCanQuestion.Found;
import nembar.server.answers.WhoCanQuestion.Subject;
import nembar.server.governance.Governance;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.http.RecordsAway;
import nembar.server.index.Numbers;
import nembar.server.index.RecordIndexes;
import nembar.server.records.Records;
import org.springframework.stereotype.Service;

/** Who can do something: people with their levels and routes, grouped by how they came by it. */
@Service
class WhoCanService {
    private static final int AT_A_TIME = 200;
    private static final int WAYS_AT_MOST = 100;

    /** Most ways are of one person or two. */
    private static final int FEW = 2;

    private final Records records;
    private final RecordIndexes indexes;
    private final Governance governance;
    private final Lookups lookups;

    WhoCanService(Records records, RecordIndexes indexes, Governance governance, Lookups lookups) {
        this.records = records;
        this.indexes = indexes;
        this.governance = governance;
        this.lookups = lookups;
    }

    /** Everybody who can, by what, and those of them that are wanted. */
    final class Answer {
        private final AccessModel model;
        private final Numbers numbers;
        private final Counting counting;
        private final List<Found> told;
        private final List<Found> wanted;
        private final long withheld;
        private final Map<Way, Set<Person>> ways;
        private final String means;

        private Answer(
                AccessModel model,
                Numbers numbers,
                Counting counting,
                List<Found> told,
                List<Found> wanted,
                long withheld,
                Map<Way, Set<Person>> ways,
                String means) {
            this.model = model;
            this.numbers = numbers;
            this.counting = counting;
            this.told = told;
            this.wanted = wanted;
            this.withheld = withheld;
            this.ways = ways;
            this.means = means;
        }

        WhoCanPage page(int page, int size, boolean numbered) {
            List<Found> some = Paging.slice(wanted, page, size);
            Optional<Map<RecordType, Map<RecordSet, Long>>> counts =
                    numbered ? counts(counting, some) : Optional.empty();
            return new WhoCanPage(
                    able(model, some, counts),
                    means,
                    numbered && counts.isEmpty(),
                    numbers.asOf(),
                    wanted.size(),
                    people(told),
                    withheld,
                    most(model, ways),
                    Math.max(0, ways.size() - WAYS_AT_MOST));
        }

        /** All that are wanted, worked out some at a time. */
        Stream<Able> all() {
            return IntStream.range(0, (wanted.size() + AT_A_TIME - 1) / AT_A_TIME)
                    .mapToObj(page -> Paging.slice(wanted, page, AT_A_TIME))
                    .flatMap(some -> able(model, some, counts(counting, some)).stream());
        }
    }

    /**
     * @param by key of the way by which those that are wanted came by it; all where it is empty
     * @param exact whether records are counted, also where a record index has the numbers
     */
    Answer whoCan(Person me, Lookups.Where where, Subject subject, String by, boolean exact) {
        Moment moment = lookups.moment(me, where);
        Numbers numbers = new Numbers(records, indexes, moment.model(), exact);
        Counting counting = lookups.counting(me, where.application(), numbers);
        Predicate<Person> visible = governance.mayView(me);
        List<Found> all =
                new WhoCanQuestion(lookups, records, counting, me, moment, where.application())
                        .ask(subject);
        List<Found> told =
                all.stream().filter(one -> visible.test(one.persona().person())).toList();
        Map<Way, Set<Person>> ways = ways(told);
        if (!by.isEmpty() && ways.keySet().stream().noneMatch(one -> key(one).equals(by))) {
            throw new NotFound("by", "Nobody comes by it in this way any more. Look at all.");
        }
        List<Found> wanted =
                told.stream()
                        .filter(
                                one ->
                                        by.isEmpty()
                                                || one.ways().get().stream()
                                                        .anyMatch(way -> key(way).equals(by)))
                        .toList();
        return new Answer(
                moment.model(),
                numbers,
                counting,
                told,
                wanted,
                people(all) - people(told),
                ways,
                subject.counted() ? "today" : "way");
    }

    private static long people(List<Found> found) {
        return found.stream().map(one -> one.persona().person().key()).distinct().count();
    }

    /**
     * The numbers of those on a page, each type counted in one scan; empty while the records do not
     * answer.
     */
    private static Optional<Map<RecordType, Map<RecordSet, Long>>> counts(
            Counting counting, List<Found> page) {
        Map<RecordType, List<RecordSet>> sets = new LinkedHashMap<>();
        page.stream()
                .flatMap(one -> one.counted().stream())
                .filter(of -> of.number().isEmpty())
                .forEach(
                        of ->
                                sets.computeIfAbsent(of.type(), any -> new ArrayList<>())
                                        .add(of.records()));
        Map<RecordType, Map<RecordSet, Long>> counts = new LinkedHashMap<>();
        try {
            sets.forEach((type, some) -> counts.put(type, counting.count(type, some)));
        } catch (RecordsAway away) {
            return Optional.empty();
        }
        return Optional.of(counts);
    }

    private static List<Able> able(
            AccessModel model,
            List<Found> page,
            Optional<Map<RecordType, Map<RecordSet, Long>>> counts) {
        return page.stream()
                .map(
                        one ->
                                new Able(
                                        one.persona().person().key(),
                                        one.persona().person().name(),
                                        one.persona().account(),
                                        one.persona()
                                                .account()
                                                .filter(any -> one.persona().person().external())
                                                .map(model.directory().accountNames()::get),
                                        one.persona().person().external(),
                                        one.level(),
                                        one.counted().flatMap(of -> number(of, counts)),
                                        one.routes().get()))
                .toList();
    }

    /** How many there are; empty where that is not counted, or not for whoever asks. */
    private static Optional<Long> number(
            Counted of, Optional<Map<RecordType, Map<RecordSet, Long>>> counts) {
        return of.number()
                .or(() -> counts.map(all -> all.get(of.type()).get(of.records())))
                .filter(some -> some != Counting.WITHHELD);
    }

    /** By what people came by it. */
    private static Map<Way, Set<Person>> ways(List<Found> found) {
        Map<Way, Set<Person>> people = new LinkedHashMap<>();
        for (Found one : found) {
            for (Way way : one.ways().get()) {
                people.computeIfAbsent(
                                way, any -> Collections.newSetFromMap(new IdentityHashMap<>(FEW)))
                        .add(one.persona().person());
            }
        }
        return people;
    }

    /** The ways of most people, those of most of them first. */
    private static List<ByWhat> most(AccessModel model, Map<Way, Set<Person>> ways) {
        Sentences sentences = new Sentences(model);
        return ways.entrySet().stream()
                .sorted(
                        Map.Entry.<Way, Set<Person>>comparingByValue(
                                (one, other) -> other.size() - one.size()))
                .limit(WAYS_AT_MOST)
                .map(
                        one ->
                                new ByWhat(
                                        key(one.getKey()),
                                        one.getKey().element().map(of -> of.kind().list()),
                                        one.getKey().element().map(Element::key),
                                        WayWords.of(sentences, one.getKey()),
                                        one.getValue().size(),
                                        (int)
                                                one.getValue().stream()
                                                        .filter(Person::external)
                                                        .count()))
                .toList();
    }

    private static String key(Way way) {
        return way.element()
                .map(one -> one.kind().list() + "/" + one.key())
                .orElseGet(() -> "with/" + way.with().orElseThrow().key());
    }
}
