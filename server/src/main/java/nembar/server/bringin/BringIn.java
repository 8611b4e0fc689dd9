package nembar.server.bringin;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import nembar.core.arrival.ArrivalField;
import nembar.core.arrival.Pasted;
import nembar.core.arrival.Placement;
import nembar.core.arrival.Verdict;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.text.Words;
import nembar.server.bringin.Batches.Entry;
import nembar.server.bringin.Judging.Judged;
import nembar.server.bringin.Judging.JudgedRow;
import nembar.server.governance.PeoplePermissions;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.http.Paging;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.people.RoleGrants.Given;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/**
 * People being brought in. A batch is kept from the first row on, so that it can be left and gone
 * on with; its rows are judged against the directory each time they are looked at.
 */
@Service
class BringIn implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(BringIn.class);
    static final List<String> OPEN = List.of("open", "stopped", "failed");
    private static final int PASTE_AT_MOST = 900_000;

    private final Batches batches;
    private final Models models;
    private final FileReading fileReading;
    private final Judging judging;
    private final PeoplePermissions peoplePermissions;
    private final Set<String> working = ConcurrentHashMap.newKeySet();
    private final ExecutorService work = Executors.newFixedThreadPool(2);

    BringIn(
            Batches batches,
            Models models,
            FileReading fileReading,
            Judging judging,
            PeoplePermissions peoplePermissions) {
        this.batches = batches;
        this.models = models;
        this.fileReading = fileReading;
        this.judging = judging;
        this.peoplePermissions = peoplePermissions;
    }

    /**
     * A batch in a list.
     *
     * @param state reading, mapping, open, sending, done, stopped or failed
     */
    record BatchLine(
            String id,
            String name,
            @OneOf(words = {"reading", "mapping", "open", "sending", "done", "stopped", "failed"})
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
    record Batch(
            BatchLine line,
            long version,
            List<String> headings,
            List<List<String>> sample,
            Map<String, String> mapping,
            Placement placing,
            Optional<Given> given,
            boolean roleAsDraft,
            String note,
            boolean compare,
            String remark,
            Map<String, Integer> counts,
            int rows,
            int ready) {}

    record RowPage(List<JudgedRow> rows, long total) {}

    /** What is said of a batch as a whole. */
    record BatchEdit(
            @NotNull Long version,
            Placement placing,
            @Valid Given given,
            Boolean roleAsDraft,
            String note,
            Boolean compare) {}

    record RowEdit(Map<String, String> cells, String decision) {}

    @Override
    public void destroy() {
        work.shutdown();
    }

    /** Begins with addresses that were pasted. */
    String paste(Person me, String text) {
        peoplePermissions.requireBringIn(me);
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
        peoplePermissions.requireBringIn(me);
        return batches.create(me, "People typed in", "open", Content.EMPTY);
    }

    private static String named(int rows) {
        return rows == 1 ? "1 pasted row" : rows + " pasted rows";
    }

    /** Begins with a file, which is read in the background. */
    String file(Person me, String name, byte[] bytes) {
        peoplePermissions.requireBringIn(me);
        String plain = name == null || name.isBlank() ? "A file" : name.replaceAll(".*[/\\\\]", "");
        String id = batches.create(me, plain, "reading", Content.EMPTY);
        take(id, () -> fileReading.read(id, bytes));
        return id;
    }

    void map(Person me, String id, Map<String, String> mapping) {
        BatchRow row = batches.known(me, id);
        Map<String, String> chosen = new LinkedHashMap<>(mapping);
        chosen.values().removeIf(field -> field == null || field.isEmpty());
        chosen.values().stream()
                .filter(field -> ArrivalField.ofKey(field).isEmpty())
                .findFirst()
                .ifPresent(
                        field -> {
                            throw new BadRequest("mapping", "There is no field `" + field + "`.");
                        });
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
        List<Judged> rows = judged ? judging.judge(id, content) : List.of();
        Map<Verdict, Integer> counts = new EnumMap<>(Verdict.class);
        rows.forEach(one -> counts.merge(one.arrival().verdict(), 1, Integer::sum));
        return new Batch(
                line(row),
                row.version,
                content.headings(),
                content.sample(),
                content.mapping(),
                content.placing(),
                Optional.ofNullable(content.given()),
                content.roleAsDraft(),
                content.note(),
                content.compare(),
                content.remark(),
                counts.entrySet().stream()
                        .collect(
                                Collectors.toMap(
                                        one -> Words.of(one.getKey()), Map.Entry::getValue)),
                rows.size(),
                (int) rows.stream().filter(Judged::ready).count());
    }

    RowPage rows(Person me, String id, String verdict, int page, int size) {
        BatchRow row = batches.known(me, id);
        List<Judged> judged =
                judging.judge(id, Batches.content(row)).stream()
                        .filter(
                                one ->
                                        verdict.isEmpty()
                                                || Words.of(one.arrival().verdict())
                                                        .equals(verdict))
                        .toList();
        return new RowPage(
                Paging.slice(judged, page, size).stream().map(judging.toldTo(me)).toList(),
                judged.size());
    }

    void say(Person me, String id, BatchEdit edit) {
        BatchRow row = batches.known(me, id);
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

    private void check(Placement placing) {
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

    /** Takes the account that every row's domain belongs to. */
    void takeOffers(Person me, String id) {
        BatchRow row = batches.known(me, id);
        requireOpen(row);
        for (Judged one : judging.judge(id, Batches.content(row))) {
            one.arrival()
                    .offer()
                    .filter(account -> !account.own())
                    .ifPresent(account -> take(id, one.entry(), account));
        }
    }

    private void take(String id, Entry entry, Account account) {
        Map<String, String> cells = new LinkedHashMap<>(entry.cells());
        cells.put(ArrivalField.ACCOUNT.key(), account.name());
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

    /**
     * Works on a batch in the background, as long as no other server does.
     *
     * @return whether this server has taken it
     */
    boolean take(String id, Runnable job) {
        if (!working.add(id)) {
            return false;
        }
        if (!batches.lease(id)) {
            working.remove(id);
            return false;
        }
        work.execute(
                () -> {
                    try {
                        job.run();
                    } finally {
                        working.remove(id);
                    }
                });
        return true;
    }

    /** Holds on to what this server works on, so that no other takes it over. */
    @Scheduled(fixedDelayString = "${nembar.jobs.every}")
    void holdOn() {
        try {
            working.forEach(batches::lease);
        } catch (RuntimeException away) {
            LOG.debug("nothing held on to: {}", away.getMessage());
        }
    }
}
