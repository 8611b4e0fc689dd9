package nembar.server.bringin;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import nembar.core.arrival.Arrival;
import nembar.core.arrival.ArrivalField;
import nembar.core.arrival.Judge;
import nembar.core.arrival.Pasted;
import nembar.core.arrival.Placing;
import nembar.core.arrival.Verdict;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.EmailAddress;
import nembar.core.directory.Person;
import nembar.core.directory.Unit;
import nembar.core.text.Wording;
import nembar.server.bringin.Batches.Entry;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.organisations.Terms;
import nembar.server.people.Giving.Given;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.stereotype.Service;

/**
 * People being brought in. A batch is kept from the first row on, so that it can be left and gone
 * on with; its rows are judged against the directory each time they are looked at.
 */
@Service
public class BringIn implements SmartInitializingSingleton, DisposableBean {
    static final List<String> OPEN = List.of("open", "stopped", "failed");
    private static final Logger LOG = LoggerFactory.getLogger(BringIn.class);
    private static final int PASTE_AT_MOST = 900_000;
    private static final int SAMPLE_ROWS = 4;
    private static final int CHUNK = 500;

    private final Batches batches;
    private final Models models;
    private final Terms terms;
    private final Governance governance;
    private final ExecutorService work = Executors.newFixedThreadPool(2);

    BringIn(Batches batches, Models models, Terms terms, Governance governance) {
        this.batches = batches;
        this.models = models;
        this.terms = terms;
        this.governance = governance;
    }

    /**
     * A batch in a list.
     *
     * @param state reading, mapping, open, sending, done, stopped or failed
     */
    public record BatchLine(
            String id,
            String name,
            String state,
            int done,
            int total,
            String message,
            Instant made,
            Instant changed) {}

    /**
     * A batch, whole but for its rows.
     *
     * @param counts how many rows there are of each verdict
     * @param ready how many would be invited as it stands
     */
    public record Batch(
            BatchLine line,
            long version,
            List<String> headings,
            List<List<String>> sample,
            Map<String, String> mapping,
            Placing placing,
            Given given,
            boolean roleAsDraft,
            String note,
            boolean compare,
            String remark,
            Map<String, Integer> counts,
            int rows,
            int ready) {}

    /** A person a row is about, and where they are. */
    public record KnownPerson(String key, String name, String seat, String status) {}

    /**
     * A row and its judgement.
     *
     * @param number from 1
     * @param person who would come, in words: name and place
     * @param known who has the address
     * @param sameAs number of the earlier row with the address
     * @param offer the organisation whose domain it is
     * @param decision empty, "left out" or "bring back"; after sending, what became of it
     */
    public record JudgedRow(
            int number,
            Map<String, String> cells,
            String verdict,
            Optional<String> person,
            Optional<KnownPerson> known,
            Optional<Integer> sameAs,
            Optional<Named> offer,
            Optional<String> newOrganisation,
            Map<String, String> problems,
            String decision) {}

    public record RowPage(List<JudgedRow> rows, long total) {}

    /** What is said of a batch as a whole. */
    public record BatchEdit(
            Long version,
            Placing placing,
            Given given,
            Boolean roleAsDraft,
            String note,
            Boolean compare) {}

    public record RowEdit(Map<String, String> cells, String decision) {}

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

    @Override
    public void afterSingletonsInstantiated() {
        batches.brokenOff();
    }

    @Override
    public void destroy() {
        work.shutdown();
    }

    /** Begins with addresses that were pasted. */
    String paste(Person me, String text) {
        requireInviter(me);
        if (text == null || text.isBlank()) {
            throw new BadRequest("text", "Paste one address or more.");
        }
        if (text.length() > PASTE_AT_MOST) {
            throw new BadRequest("text", "That is too much to paste; drop it as a file.");
        }
        List<Map<String, String>> rows = rows(text);
        String id = batches.create(me, named(rows.size()), "open", Content.EMPTY);
        batches.append(id, rows);
        return id;
    }

    /** Rows of a text that was pasted: addresses, with names where they are there. */
    static List<Map<String, String>> rows(String text) {
        return Pasted.read(text).stream()
                .map(
                        one -> {
                            Map<String, String> cells = new LinkedHashMap<>();
                            cells.put(ArrivalField.EMAIL.key(), one.address());
                            if (!one.name().isEmpty()) {
                                cells.put(ArrivalField.NAME.key(), one.name());
                            }
                            return cells;
                        })
                .toList();
    }

    /** Begins with nothing: rows are typed one by one. */
    String blank(Person me) {
        requireInviter(me);
        return batches.create(me, "People typed in", "open", Content.EMPTY);
    }

    private static String named(int rows) {
        return rows == 1 ? "1 pasted row" : rows + " pasted rows";
    }

    /** Begins with a file, which is read in the background. */
    String file(Person me, String name, byte[] bytes) {
        requireInviter(me);
        String plain = name == null || name.isBlank() ? "A file" : name.replaceAll(".*[/\\\\]", "");
        String id = batches.create(me, plain, "reading", Content.EMPTY);
        work.execute(() -> read(id, bytes));
        return id;
    }

    private void read(String id, byte[] bytes) {
        try {
            Tables.Table table =
                    Tables.read(bytes, () -> !batches.find(id).state.equals("reading"));
            List<List<String>> rows = table.rows();
            if (rows.isEmpty()) {
                throw new BadRequest("file", "There is no row in the file.");
            }
            Map<Integer, ArrivalField> fields = ArrivalField.recognise(rows.get(0));
            boolean headed = fields.containsValue(ArrivalField.EMAIL) || noAddress(rows.get(0));
            List<String> headings = headed ? rows.get(0) : unnamed(rows);
            List<List<String>> body = headed ? rows.subList(1, rows.size()) : rows;
            if (body.isEmpty()) {
                throw new BadRequest("file", "There are headings in the file, and no row.");
            }
            Map<String, String> mapping = mapping(fields, body, headings.size());
            Content content =
                    Content.EMPTY.read(
                            headings,
                            body.stream().limit(SAMPLE_ROWS).toList(),
                            mapping,
                            table.remark());
            batches.content(id, content);
            write(id, raw(body));
            boolean mapped = mapping.containsValue(ArrivalField.EMAIL.key());
            batches.go(id, List.of("reading"), mapped ? "open" : "mapping", "");
        } catch (Tables.Stopped stopped) {
            LOG.info("reading of {} was stopped", id);
        } catch (BadRequest wrong) {
            batches.go(id, List.of("reading"), "failed", wrong.getMessage());
        } catch (RuntimeException failed) {
            LOG.error("a file could not be read", failed);
            batches.go(id, List.of("reading"), "failed", "It could not be read. Try again.");
        }
    }

    private void write(String id, List<Map<String, String>> rows) {
        for (int from = 0; from < rows.size(); from += CHUNK) {
            int to = Math.min(from + CHUNK, rows.size());
            if (!batches.find(id).state.equals("reading")) {
                throw new Tables.Stopped();
            }
            batches.append(id, rows.subList(from, to));
            batches.progress(id, to, rows.size());
        }
    }

    /** Cells by the number of their column: the mapping is laid over them when they are judged. */
    private static List<Map<String, String>> raw(List<List<String>> body) {
        return body.stream()
                .map(
                        row -> {
                            Map<String, String> cells = new LinkedHashMap<>();
                            for (int i = 0; i < row.size(); i++) {
                                if (!row.get(i).isEmpty()) {
                                    cells.put("#" + i, row.get(i));
                                }
                            }
                            return cells;
                        })
                .toList();
    }

    private static boolean noAddress(List<String> cells) {
        return cells.stream().noneMatch(cell -> cell.indexOf('@') >= 0);
    }

    private static List<String> unnamed(List<List<String>> rows) {
        int columns = rows.stream().mapToInt(List::size).max().orElse(0);
        List<String> headings = new ArrayList<>();
        for (int i = 1; i <= columns; i++) {
            headings.add("Column " + i);
        }
        return headings;
    }

    /** What was recognised; addresses are recognised by their looks too. */
    private static Map<String, String> mapping(
            Map<Integer, ArrivalField> fields, List<List<String>> body, int columns) {
        Map<String, String> mapping = new LinkedHashMap<>();
        fields.forEach((column, field) -> mapping.put(Integer.toString(column), field.key()));
        if (!fields.containsValue(ArrivalField.EMAIL)) {
            for (int i = 0; i < columns; i++) {
                int column = i;
                long addresses =
                        body.stream()
                                .limit(50)
                                .filter(row -> row.size() > column)
                                .filter(row -> EmailAddress.valid(row.get(column)))
                                .count();
                if (addresses * 2 > Math.min(50, body.size())) {
                    mapping.put(Integer.toString(i), ArrivalField.EMAIL.key());
                    break;
                }
            }
        }
        return mapping;
    }

    void map(Person me, String id, Map<String, String> mapping) {
        BatchRow row = batches.known(me, id);
        mapping.values().stream()
                .filter(field -> !field.isEmpty() && ArrivalField.ofKey(field).isEmpty())
                .findFirst()
                .ifPresent(
                        field -> {
                            throw new BadRequest("mapping", "There is no field `" + field + "`.");
                        });
        Map<String, String> chosen = new LinkedHashMap<>(mapping);
        chosen.values().removeIf(String::isEmpty);
        if (!chosen.containsValue(ArrivalField.EMAIL.key())) {
            throw new BadRequest("mapping", "Say which column has the addresses.");
        }
        Content content = Batches.content(row);
        batches.content(
                id, content.read(content.headings(), content.sample(), chosen, content.remark()));
        batches.go(id, List.of("mapping", "open", "stopped"), "open", "");
    }

    List<BatchLine> mine(Person me) {
        return batches.of(me).stream().map(BringIn::line).toList();
    }

    private static BatchLine line(BatchRow row) {
        return new BatchLine(
                row.id,
                row.name,
                row.state,
                row.done,
                row.total,
                row.message,
                row.madeAt,
                row.changedAt);
    }

    Batch batch(Person me, String id) {
        BatchRow row = batches.known(me, id);
        Content content = Batches.content(row);
        boolean judged = !List.of("reading", "mapping").contains(row.state);
        List<Judged> rows = judged ? judge(id, content) : List.of();
        Map<Verdict, Integer> counts = new EnumMap<>(Verdict.class);
        rows.forEach(one -> counts.merge(one.arrival().verdict(), 1, Integer::sum));
        return new Batch(
                line(row),
                row.version,
                content.headings(),
                content.sample(),
                content.mapping(),
                content.placing(),
                content.given(),
                content.roleAsDraft(),
                content.note(),
                content.compare(),
                content.remark(),
                counts.entrySet().stream()
                        .collect(Collectors.toMap(one -> word(one.getKey()), Map.Entry::getValue)),
                rows.size(),
                (int) rows.stream().filter(Judged::ready).count());
    }

    /** All rows, judged as they stand now. */
    List<Judged> judge(String id, Content content) {
        List<Entry> entries = batches.entries(id);
        // Rows that have become somebody are found again by their person, not by their address.
        List<Entry> left = entries.stream().filter(one -> one.person() == null).toList();
        List<Arrival> arrivals =
                new Judge(models.directory(), terms.domains(), content.placing(), zone())
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

    RowPage rows(Person me, String id, String verdict, int page, int size) {
        BatchRow row = batches.known(me, id);
        List<Judged> judged =
                judge(id, Batches.content(row)).stream()
                        .filter(
                                one ->
                                        verdict.isEmpty()
                                                || word(one.arrival().verdict()).equals(verdict))
                        .toList();
        return new RowPage(
                judged.stream().skip((long) page * size).limit(size).map(this::told).toList(),
                judged.size());
    }

    JudgedRow told(Judged judged) {
        Arrival arrival = judged.arrival();
        return new JudgedRow(
                judged.entry().position() + 1,
                arrival.cells(),
                word(arrival.verdict()),
                arrival.person().map(this::seat),
                arrival.known().map(this::whom),
                arrival.first().map(first -> numberOf(judged, first)),
                arrival.offer().map(one -> new Named(one.key(), one.name())),
                arrival.newOrganisation(),
                arrival.problems(),
                judged.entry().outcome());
    }

    /** The judge counts the rows it is given; positions go by all rows. */
    private static int numberOf(Judged judged, int first) {
        return judged.entry().position() - judged.arrival().number() + first + 1;
    }

    private String seat(Person person) {
        Directory directory = models.directory();
        List<String> words = new ArrayList<>();
        words.add(person.kind().name().toLowerCase(Locale.ROOT));
        if (person.external()) {
            words.add(
                    Wording.and(
                            person.accounts().stream()
                                    .map(key -> directory.accountNames().getOrDefault(key, key))
                                    .toList()));
        }
        person.unit().flatMap(directory::unit).map(Unit::name).ifPresent(words::add);
        return String.join(", ", words.stream().filter(one -> !one.isEmpty()).toList());
    }

    private KnownPerson whom(Person person) {
        return new KnownPerson(
                person.key(),
                person.name(),
                seat(person),
                person.status().name().toLowerCase(Locale.ROOT));
    }

    void say(Person me, String id, BatchEdit edit) {
        BatchRow row = batches.known(me, id);
        if (edit.version() == null) {
            throw new BadRequest("version", "Say which version you have seen.");
        }
        if (edit.placing() != null) {
            check(edit.placing());
        }
        if (edit.note() != null && edit.note().length() > 5_000) {
            throw new BadRequest("note", "A note has at most 5 000 letters.");
        }
        batches.say(
                id,
                edit.version(),
                Batches.content(row)
                        .said(
                                edit.placing(),
                                edit.given(),
                                edit.roleAsDraft(),
                                edit.note(),
                                edit.compare()),
                row.name);
    }

    private void check(Placing placing) {
        Directory directory = models.directory();
        if (!placing.unit().isEmpty() && directory.unit(placing.unit()).isEmpty()) {
            throw new BadRequest("unit", "There is no such unit.");
        }
        if (!placing.manager().isEmpty() && directory.person(placing.manager()).isEmpty()) {
            throw new BadRequest("manager", "There is no such person.");
        }
        if (!placing.team().isEmpty() && directory.team(placing.team()).isEmpty()) {
            throw new BadRequest("team", "There is no such team.");
        }
    }

    void changeRow(Person me, String id, int number, RowEdit edit) {
        BatchRow row = batches.known(me, id);
        requireOpen(row);
        Map<String, String> cells = null;
        if (edit.cells() != null) {
            Entry entry =
                    batches.entries(id).stream()
                            .filter(one -> one.position() == number - 1)
                            .findFirst()
                            .orElseThrow(() -> new BadRequest("row", "There is no such row."));
            cells = new LinkedHashMap<>(entry.cells());
            for (Map.Entry<String, String> one : edit.cells().entrySet()) {
                if (ArrivalField.ofKey(one.getKey()).isEmpty()) {
                    throw new BadRequest("cells", "There is no field `" + one.getKey() + "`.");
                }
                cells.put(one.getKey(), one.getValue() == null ? "" : one.getValue());
            }
        }
        batches.change(id, number - 1, cells, decision(edit.decision()));
    }

    private static String decision(String decision) {
        if (decision == null
                || decision.isEmpty()
                || decision.equals(Batches.LEFT_OUT)
                || decision.equals(Batches.BRING_BACK)) {
            return decision;
        }
        throw new BadRequest("decision", "A row is taken, left out or brought back.");
    }

    void addRow(Person me, String id, Map<String, String> cells) {
        BatchRow row = batches.known(me, id);
        requireOpen(row);
        batches.append(id, List.of(cells == null ? Map.of() : cells));
    }

    /** Takes the organisation that every row's domain belongs to. */
    void takeOffers(Person me, String id) {
        BatchRow row = batches.known(me, id);
        requireOpen(row);
        for (Judged one : judge(id, Batches.content(row))) {
            one.arrival()
                    .offer()
                    .filter(account -> !account.own())
                    .ifPresent(account -> take(id, one.entry(), account));
        }
    }

    private void take(String id, Entry entry, Account account) {
        Map<String, String> cells = new LinkedHashMap<>(entry.cells());
        cells.put(ArrivalField.ORGANISATION.key(), account.name());
        cells.put(ArrivalField.KIND.key(), "external");
        batches.change(id, entry.position(), cells, null);
    }

    static void requireOpen(BatchRow row) {
        if (!OPEN.contains(row.state)) {
            throw new Refused(
                    "This cannot be changed any more.",
                    List.of(
                            row.state.equals("done")
                                    ? "It has been sent. Begin anew for further people."
                                    : "It is being worked on. Wait, or stop it first."));
        }
    }

    void discard(Person me, String id) {
        BatchRow row = batches.known(me, id);
        batches.go(row.id, List.of(row.state), "discarded", "");
    }

    void stop(Person me, String id) {
        batches.known(me, id);
        batches.go(id, List.of("reading"), "discarded", "");
        batches.go(id, List.of("sending"), "stopped", "You have stopped it.");
    }

    private void requireInviter(Person me) {
        Directory directory = models.directory();
        boolean some = directory.people().stream().anyMatch(governance.may(me, "create"));
        if (!some) {
            throw new Refused(
                    "You may not bring people in.",
                    List.of("That needs the operations create and invite on people in Nembar."));
        }
    }

    private ZoneId zone() {
        return models.model(Models.NEMBAR).application().zone();
    }

    static String word(Verdict verdict) {
        return verdict.name().toLowerCase(Locale.ROOT);
    }

    ExecutorService work() {
        return work;
    }
}
