package nembar.server.use;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.use.Use.Used;
import nembar.server.http.BadRequest;
import nembar.server.http.Overtaken;
import nembar.server.http.Texts;
import nembar.server.model.Models;
import nembar.server.use.UseLines.Line;
import nembar.server.use.UseStore.Counted;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes in what an application tells of what was used (docs/use.md): line by line, however many
 * there are; all of it or, where it breaks off, nothing; what is sent twice counts once.
 */
@Service
class UseTelling {
    private static final int KEPT_AT_ONCE = 50_000;
    private static final int DIFFERENT_AT_MOST = 1_000_000;
    private static final int EXAMPLES = 5;
    private static final int NAME_AT_MOST = 200;

    private final UseStore store;
    private final Models models;
    private final Clock clock;

    UseTelling(UseStore store, Models models, Clock clock) {
        this.store = store;
        this.models = models;
        this.clock = clock;
    }

    /**
     * Lines that were left out for one reason.
     *
     * @param lines how many
     * @param examples numbers of the first, from 1
     */
    record LeftOut(String reason, long lines, List<Long> examples) {}

    /**
     * What was taken in.
     *
     * @param name what it is known by: the one given, or else the digest of what was sent
     * @param again whether it had been taken in before, and so was not counted again
     * @param lines how many there were
     * @param counted how many of them count
     */
    record UseTold(String name, boolean again, long lines, long counted, List<LeftOut> leftOut) {}

    private static final class Tally {
        private final Map<Counted, Long> held = new HashMap<>();
        private final Map<String, List<Long>> examples = new LinkedHashMap<>();
        private final Map<String, Long> leftOut = new LinkedHashMap<>();
        private long lines;
        private long counted;

        /** Equal ones are held once. */
        private final Map<Object, Object> same = new HashMap<>();

        void count(String application, Person person, Used used, LocalDate day, long times) {
            counted++;
            Counted key =
                    new Counted(
                            application,
                            person.key(),
                            (Used) same.computeIfAbsent(used, any -> any),
                            (LocalDate) same.computeIfAbsent(day, any -> any),
                            0);
            held.merge(key, times, Long::sum);
            if (held.size() > DIFFERENT_AT_MOST) {
                throw new BadRequest(
                        "body",
                        "It tells of more than "
                                + DIFFERENT_AT_MOST
                                + " different people, things and days. Send it in parts, day by"
                                + " day; nothing was counted.");
            }
        }

        void leaveOut(String reason) {
            leftOut.merge(reason, 1L, Long::sum);
            List<Long> some = examples.computeIfAbsent(reason, any -> new ArrayList<>());
            if (some.size() < EXAMPLES) {
                some.add(lines);
            }
        }

        List<LeftOut> leftOut() {
            return leftOut.entrySet().stream()
                    .map(
                            one ->
                                    new LeftOut(
                                            one.getKey(),
                                            one.getValue(),
                                            examples.get(one.getKey())))
                    .toList();
        }
    }

    /**
     * @param name under which it is sent again where the answer got lost; may be empty
     */
    @Transactional
    public UseTold take(
            Person by, String application, String name, UseLines.Format format, InputStream body) {
        AccessModel model = models.model(application);
        String named = Texts.of("name", name, NAME_AT_MOST);
        MessageDigest digest = DigestUtils.getSha256Digest();
        Tally tally = new Tally();
        LocalDate today = model.application().day(clock.instant());
        try (BufferedReader reader = reader(new DigestInputStream(body, digest))) {
            UseLines.read(format, reader, line -> count(model, today, line, tally));
        } catch (IOException broken) {
            throw new BadRequest("body", "It broke off, or is not UTF-8. Nothing was counted.");
        }
        String hash = HexFormat.of().formatHex(digest.digest());
        UseToldRow row = new UseToldRow();
        row.which = new UseToldRow.Which(application, named.isEmpty() ? hash : named);
        row.digest = hash;
        row.toldBy = by.key();
        row.toldAt = clock.instant();
        row.lines = tally.lines;
        row.counted = tally.counted;
        UseToldRow before = store.told(row).orElse(null);
        if (before != null && !before.digest.equals(hash)) {
            throw new Overtaken(
                    "Something else was told as " + named + " before. Send it under another name.");
        }
        if (before == null) {
            keep(tally);
        }
        return new UseTold(
                row.which.name(), before != null, tally.lines, tally.counted, tally.leftOut());
    }

    private void keep(Tally tally) {
        List<Counted> some = new ArrayList<>(KEPT_AT_ONCE);
        for (Map.Entry<Counted, Long> one : tally.held.entrySet()) {
            some.add(one.getKey().times(one.getValue()));
            if (some.size() == KEPT_AT_ONCE) {
                store.add(some);
                some.clear();
            }
        }
        if (!some.isEmpty()) {
            store.add(some);
        }
    }

    private static void count(AccessModel model, LocalDate today, Line line, Tally tally) {
        tally.lines++;
        if (line.wrong() != null) {
            tally.leaveOut(line.wrong());
            return;
        }
        Person person = model.directory().personByEmail(line.person()).orElse(null);
        LocalDate day = line.day(model.application().zone());
        Used used = UseLines.used(model.catalogue(), line);
        if (person == null) {
            tally.leaveOut("Nobody has this address.");
        } else if (used == null) {
            tally.leaveOut(
                    "There is no such record type, field or function, or no such operation.");
        } else if (day == null) {
            tally.leaveOut("The day is none: write it as in 2026-03-03 or 2026-03-03T14:05:00Z.");
        } else if (day.isAfter(today)) {
            tally.leaveOut("That day is yet to come.");
        } else if (day.isBefore(today.minusDays(UseStore.KEPT_DAYS))) {
            tally.leaveOut("Use is kept for " + UseStore.KEPT_DAYS + " days; this is older.");
        } else {
            tally.count(model.application().key(), person, used, day, line.times());
        }
    }

    private static BufferedReader reader(InputStream body) {
        return new BufferedReader(
                new InputStreamReader(
                        body,
                        StandardCharsets.UTF_8
                                .newDecoder()
                                .onMalformedInput(CodingErrorAction.REPORT)),
                1 << 16);
    }
}
