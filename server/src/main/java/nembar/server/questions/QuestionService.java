package nembar.server.questions;

import jakarta.persistence.EntityManager;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.questions.QuestionController.QuestionEdit;
import nembar.server.questions.QuestionController.QuestionShown;
import nembar.server.questions.QuestionController.Questions;
import nembar.server.questions.QuestionController.Said;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps questions, never answers: whoever opens one asks it themselves. A shared one is shown to
 * those who may view its application and everybody whom it is about.
 */
@Service
class QuestionService {
    private static final int RECENT_AT_MOST = 20;
    private static final int KEPT_AT_MOST = 200;
    private static final int SHARED_AT_MOST = 200;
    private static final int NAME_AT_MOST = 300;
    private static final int ADDRESS_AT_MOST = 2_000;
    private static final Pattern ADDRESS = Pattern.compile("/(ask|look)/[a-z0-9_-]+(\\?[^#\\s]*)?");

    /** The parameters of an address that name people. */
    private static final Set<String> PEOPLE = Set.of("person", "other", "without");

    private final EntityManager entities;
    private final Models models;
    private final Governance governance;
    private final Clock clock;

    QuestionService(EntityManager entities, Models models, Governance governance, Clock clock) {
        this.entities = entities;
        this.models = models;
        this.governance = governance;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    Questions of(Person me) {
        Directory directory = models.directory();
        Map<String, String> names = directory.personNames();
        Predicate<Person> visible = governance.mayView(me);
        return new Questions(
                own(me, false, RECENT_AT_MOST).map(row -> shown(row, names)).toList(),
                own(me, true, KEPT_AT_MOST).map(row -> shown(row, names)).toList(),
                entities
                        .createQuery(
                                "from QuestionRow where shared and owner <> :me"
                                        + " order by askedAt desc, id",
                                QuestionRow.class)
                        .setParameter("me", me.key())
                        .setMaxResults(SHARED_AT_MOST)
                        .getResultList()
                        .stream()
                        .filter(row -> governance.mayViewApplication(me, row.application))
                        .filter(
                                row ->
                                        about(row.address)
                                                .flatMap(key -> directory.person(key).stream())
                                                .allMatch(visible))
                        .map(row -> shown(row, names))
                        .toList());
    }

    private Stream<QuestionRow> own(Person me, boolean kept, int atMost) {
        return entities
                .createQuery(
                        "from QuestionRow where owner = :me and kept = :kept"
                                + " order by askedAt desc, id",
                        QuestionRow.class)
                .setParameter("me", me.key())
                .setParameter("kept", kept)
                .setMaxResults(atMost)
                .getResultList()
                .stream();
    }

    /** Keys of the people whom a question is about. */
    private static Stream<String> about(String address) {
        int query = address.indexOf('?');
        return Arrays.stream(query < 0 ? new String[0] : address.substring(query + 1).split("&"))
                .map(one -> one.split("=", 2))
                .filter(one -> one.length == 2 && PEOPLE.contains(one[0]))
                .map(one -> URLDecoder.decode(one[1], StandardCharsets.UTF_8));
    }

    /** Keeps that a question was asked, among the last ones. */
    @Transactional
    void asked(Person me, Said said) {
        check(me, said);
        QuestionRow known =
                own(me, false, RECENT_AT_MOST)
                        .filter(row -> row.address.equals(said.address()))
                        .findFirst()
                        .orElse(null);
        if (known == null) {
            entities.persist(made(me, said, false));
        } else {
            known.askedAt = now();
            known.name = said.name().strip();
        }
        own(me, false, RECENT_AT_MOST + RECENT_AT_MOST)
                .skip(RECENT_AT_MOST)
                .forEach(entities::remove);
    }

    @Transactional
    QuestionShown keep(Person me, Said said) {
        check(me, said);
        if (own(me, true, KEPT_AT_MOST).count() >= KEPT_AT_MOST) {
            throw new BadRequest(
                    "name",
                    "You keep " + KEPT_AT_MOST + " questions already. Forget one of them first.");
        }
        QuestionRow row = made(me, said, true);
        entities.persist(row);
        entities.flush();
        return shown(row, models.directory().personNames());
    }

    @Transactional
    QuestionShown change(Person me, String id, QuestionEdit edit) {
        QuestionRow row = mine(me, id);
        if (edit.version() == null || edit.version() != row.version) {
            throw new Overtaken(
                    "This question has been changed since, in another window. Look at it again.");
        }
        if (edit.name() != null) {
            row.name = name(edit.name());
        }
        if (edit.shared() != null) {
            row.shared = edit.shared();
        }
        if (edit.onDesk() != null) {
            row.onDesk = edit.onDesk();
        }
        entities.flush();
        return shown(row, models.directory().personNames());
    }

    @Transactional
    void forget(Person me, String id) {
        entities.remove(mine(me, id));
    }

    private QuestionRow mine(Person me, String id) {
        QuestionRow row = entities.find(QuestionRow.class, id);
        if (row == null || !row.kept || !row.owner.equals(me.key())) {
            throw new NotFound("id", "You keep no such question.");
        }
        return row;
    }

    private QuestionRow made(Person me, Said said, boolean kept) {
        QuestionRow row = new QuestionRow();
        row.id = UUID.randomUUID().toString();
        row.owner = me.key();
        row.application = said.application();
        row.name = said.name().strip();
        row.address = said.address();
        row.kept = kept;
        row.askedAt = now();
        return row;
    }

    private Instant now() {
        return clock.instant().truncatedTo(ChronoUnit.MICROS);
    }

    /**
     * @throws Refused where the application is not theirs to view
     */
    private void check(Person me, Said said) {
        name(said.name());
        boolean address =
                said.address() != null
                        && said.address().length() <= ADDRESS_AT_MOST
                        && ADDRESS.matcher(said.address()).matches();
        if (!address) {
            throw new BadRequest("address", "This is no address of a question in Nembar.");
        }
        try {
            about(said.address()).forEach(key -> {});
        } catch (IllegalArgumentException rubbish) {
            throw new BadRequest("address", "This is no address of a question in Nembar.");
        }
        String application = said.application() == null ? "" : said.application();
        governance.requireOnApplication(me, "view", application);
        models.model(application);
    }

    private static String name(String name) {
        String said = name == null ? "" : name.strip();
        boolean storable = said.indexOf(0) < 0;
        if (said.isEmpty() || said.length() > NAME_AT_MOST || !storable) {
            throw new BadRequest(
                    "name", "Call the question something, in up to " + NAME_AT_MOST + " letters.");
        }
        return said;
    }

    private static QuestionShown shown(QuestionRow row, Map<String, String> names) {
        return new QuestionShown(
                row.id,
                row.name,
                row.address,
                row.application,
                names.getOrDefault(row.owner, row.owner),
                row.shared,
                row.onDesk,
                row.askedAt,
                row.version);
    }
}
