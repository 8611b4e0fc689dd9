package nembar.server.bringin;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.arrival.Arrival;
import nembar.core.arrival.ArrivalJudge;
import nembar.core.arrival.Verdict;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.text.Wording;
import nembar.core.text.Words;
import nembar.server.accounts.Terms;
import nembar.server.bringin.Batches.Entry;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.http.OneOf;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** Judges the rows of a batch against the directory as it is now, and tells them. */
@Service
class Judging {
    private final Batches batches;
    private final Models models;
    private final Terms terms;
    private final Governance governance;

    Judging(Batches batches, Models models, Terms terms, Governance governance) {
        this.batches = batches;
        this.models = models;
        this.terms = terms;
        this.governance = governance;
    }

    /** A person a row is about, and where they are. */
    record KnownPerson(
            String key,
            String name,
            String detail,
            @OneOf(PersonStatus.class) Optional<String> status) {}

    /**
     * A row and its judgement.
     *
     * @param number from 1
     * @param person who would come, in words: name and place
     * @param known who has the address
     * @param sameAs number of the earlier row with the address
     * @param offer the account whose domain it is
     * @param decision empty, "left out" or "bring back"; after sending, what became of it
     */
    record JudgedRow(
            int number,
            Map<String, String> cells,
            @OneOf(Verdict.class) String verdict,
            Optional<String> person,
            Optional<KnownPerson> known,
            Optional<Integer> sameAs,
            Optional<Named> offer,
            Optional<String> newAccount,
            Map<String, String> problems,
            String decision) {}

    /** A row with its judgement, before it becomes words. */
    record Judged(Entry entry, Arrival arrival) {
        /** Whether it would be invited. */
        boolean ready() {
            boolean out = entry.outcome().equals(Batches.LEFT_OUT);
            boolean back = entry.outcome().equals(Batches.BRING_BACK);
            boolean fits =
                    arrival.verdict() == Verdict.NEW || arrival.verdict() == Verdict.CLOSED && back;
            return fits && !out && entry.person() == null;
        }
    }

    /** All rows, judged as they stand now. */
    List<Judged> judge(String id, Content content) {
        List<Entry> entries = batches.entries(id);
        // Rows that have become somebody are found again by their person, not by their address.
        List<Entry> left = entries.stream().filter(one -> one.person() == null).toList();
        List<Arrival> arrivals =
                new ArrivalJudge(models.directory(), terms.domains(), content.placing(), zone())
                        .judge(left.stream().map(one -> mapped(one.cells(), content)).toList());
        List<Judged> judged = new ArrayList<>();
        int next = 0;
        for (Entry entry : entries) {
            judged.add(
                    entry.person() == null
                            ? new Judged(entry, arrivals.get(next++))
                            : new Judged(entry, done(entry, content)));
        }
        return judged;
    }

    private Arrival done(Entry entry, Content content) {
        return new Arrival(
                entry.position(),
                mapped(entry.cells(), content),
                Verdict.HERE,
                Optional.empty(),
                models.directory().person(entry.person()),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                Optional.empty(),
                Map.of());
    }

    /** Cells by field: those of columns as mapped, then those corrected by hand. */
    private static Map<String, String> mapped(Map<String, String> cells, Content content) {
        Map<String, String> mapped = new LinkedHashMap<>();
        content.mapping()
                .forEach(
                        (column, field) -> mapped.put(field, cells.getOrDefault("#" + column, "")));
        cells.forEach(
                (key, value) -> {
                    if (!key.startsWith("#")) {
                        mapped.put(key, value);
                    }
                });
        return mapped;
    }

    /** Rows as they are told to somebody: of people they may not view, only that they are there. */
    Function<Judged, JudgedRow> toldTo(Person me) {
        Predicate<Person> visible = governance.mayView(me);
        return judged -> told(judged, visible);
    }

    private JudgedRow told(Judged judged, Predicate<Person> visible) {
        Arrival arrival = judged.arrival();
        return new JudgedRow(
                judged.entry().position() + 1,
                arrival.cells(),
                Words.of(arrival.verdict()),
                arrival.person().map(this::detail),
                arrival.known().map(one -> visible.test(one) ? whom(one) : UNSEEN),
                arrival.first().map(first -> numberOf(judged, first)),
                arrival.offer().map(one -> new Named(one.key(), one.name())),
                arrival.newAccount(),
                arrival.problems(),
                judged.entry().outcome());
    }

    /** The judge counts the rows it is given; positions go by all rows. */
    private static int numberOf(Judged judged, int first) {
        return judged.entry().position() - judged.arrival().number() + first + 1;
    }

    private String detail(Person person) {
        Directory directory = models.directory();
        String accounts = person.external() ? Wording.and(directory.accountNames(person)) : "";
        return Stream.of(Words.of(person.kind()), accounts, directory.unitName(person))
                .filter(one -> !one.isEmpty())
                .collect(Collectors.joining(", "));
    }

    private static final KnownPerson UNSEEN =
            new KnownPerson("", "somebody whom you may not view", "", Optional.empty());

    private KnownPerson whom(Person person) {
        return new KnownPerson(
                person.key(),
                person.name(),
                detail(person),
                Optional.of(Words.of(person.status())));
    }

    private ZoneId zone() {
        return models.model(Models.NEMBAR).application().zone();
    }
}
