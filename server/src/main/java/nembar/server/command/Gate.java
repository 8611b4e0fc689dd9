package nembar.server.command;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.ReentrantLock;
import nembar.core.command.ChangeSet;
import nembar.core.design.Design;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Elements;
import nembar.core.governance.Objection;
import nembar.core.model.ModelRefused;
import nembar.core.text.Words;
import nembar.core.words.ChangeWords;
import nembar.server.document.DocumentChanges;
import nembar.server.history.Actor;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Models.Current;
import nembar.server.securitylog.SecurityLog;
import nembar.server.store.ElementRef;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.Editions;
import nembar.server.store.ModelWriter;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The one way to change anything that decides about access (docs/changes.md). A command waits for
 * its turn among all servers, is worked out from what is published then, judged, and written with
 * its history, its publications and its messages in one transaction; every server is told. What is
 * refused has changed nothing.
 */
@Service
public class Gate {
    private static final int PEOPLE_NOTED = 20;

    private final Models models;
    private final Judge judge;
    private final ModelWriter writer;
    private final ModelStore store;
    private final PublicationStore publications;
    private final Objections objections;
    private final TransactionTemplate transactions;
    private final SecurityLog log;

    /** Those who wait on this server do so here, and hold no connection meanwhile. */
    private final ReentrantLock turn = new ReentrantLock(true);

    Gate(
            Models models,
            Judge judge,
            ModelWriter writer,
            ModelStore store,
            PublicationStore publications,
            Objections objections,
            TransactionTemplate transactions,
            SecurityLog log) {
        this.models = models;
        this.judge = judge;
        this.writer = writer;
        this.store = store;
        this.publications = publications;
        this.objections = objections;
        this.transactions = transactions;
        this.log = log;
    }

    /** What the command would come to now; nothing is written. */
    public Judgement judge(Command command) {
        return judge.judge(command, models.current().snapshot(), true);
    }

    /** What stands against the command now; expectations are not looked at. */
    public List<Objection> objections(Command command) {
        return judge.judge(command, models.current().snapshot(), false).objections();
    }

    /**
     * Executes a command.
     *
     * @throws ModelRefused when what comes of it is not whole
     * @throws Refused when the permissions are missing, or something stands against it
     * @throws Overtaken when something is not the version any more that the author has seen
     */
    public Judgement execute(Command command) {
        turn.lock();
        try {
            Current[] made = new Current[1];
            Judgement judgement =
                    transactions.execute(
                            status -> {
                                Current now = models.atLeast(writer.lock());
                                return execute(command, now, made);
                            });
            if (made[0] != null) {
                models.swap(made[0]);
            }
            return judgement;
        } finally {
            turn.unlock();
        }
    }

    private Judgement execute(Command command, Current now, Current[] made) {
        versions(command);
        Judgement judgement = judge.judge(command, now.snapshot(), false);
        objections.require(judgement.objections());
        if (!judgement.broken().isEmpty() && command.override().isEmpty()) {
            throw new Refused("Expectations would be broken.", judgement.brokenNames());
        }
        ChangeSet changes = judgement.changes();
        if (changes.none()) {
            command.runWithin(judgement);
            return judgement;
        }
        Actor actor = command.actor();
        long edition =
                writer.write(
                        changes,
                        judgement.next(),
                        new ModelWriter.Entry(
                                Words.of(actor.kind()),
                                actor.key(),
                                actor.name(),
                                command.reason(),
                                command.approvers()),
                        judgement.at());
        Judgement executed =
                command.publishes()
                        ? judgement.publishing(publications(command, judgement))
                        : judgement;
        command.runWithin(executed);
        note(command, executed);
        made[0] = new Current(executed.next(), editions(now.editions(), changes, edition));
        return executed;
    }

    private void note(Command command, Judgement executed) {
        log.note(
                "change",
                "who",
                command.actor().key(),
                "as",
                Words.of(command.actor().kind()),
                "why",
                command.reason(),
                "applications",
                List.copyOf(executed.changes().applications().keySet()),
                "people",
                executed.changes().directory().people().stream()
                        .map(Person::key)
                        .limit(PEOPLE_NOTED)
                        .toList(),
                "approved",
                List.copyOf(command.approvers()));
    }

    private void versions(Command command) {
        for (Map.Entry<ElementRef, Long> one : command.seen().entrySet()) {
            if (store.versionOf(one.getKey()) != one.getValue()) {
                throw new Overtaken(
                        "Somebody else has changed this meanwhile. Nothing of yours is lost: look"
                                + " at both and choose.");
            }
        }
    }

    private static Editions editions(Editions now, ChangeSet changes, long edition) {
        Map<String, Long> applications = new LinkedHashMap<>(now.applications());
        changes.applications().keySet().forEach(key -> applications.put(key, edition));
        return new Editions(
                edition, changes.directory().none() ? now.directory() : edition, applications);
    }

    private Map<String, Publication> publications(Command command, Judgement judgement) {
        Map<String, Publication> made = new LinkedHashMap<>();
        judgement
                .changes()
                .applications()
                .forEach(
                        (key, of) -> {
                            Elements before =
                                    judgement
                                            .before()
                                            .find(key)
                                            .<Elements>map(model -> model)
                                            .orElse(Design.empty());
                            made.put(
                                    key,
                                    publications.keep(
                                            publication(
                                                    command,
                                                    key,
                                                    before,
                                                    of.changes(),
                                                    judgement)));
                        });
        return made;
    }

    private static Publication publication(
            Command command,
            String application,
            Elements before,
            List<Change> changes,
            Judgement judgement) {
        String publisher = command.publisher();
        List<Change> inverse = new ArrayList<>(Changes.inverse(before, changes));
        List<String> writers =
                command.edited().stream().map(one -> one.writer().key()).distinct().toList();
        boolean own = writers.isEmpty() || writers.contains(publisher);
        return new Publication(
                application,
                0,
                judgement.at(),
                own ? publisher : writers.get(0),
                command.reason(),
                List.copyOf(command.approvers()),
                command.override(),
                DocumentChanges.write(changes),
                DocumentChanges.write(inverse),
                publisher,
                writers(command, application, changes),
                words(application, changes, judgement));
    }

    /** What the changes do; nothing is said of an application's first publication. */
    private static List<String> words(
            String application, List<Change> changes, Judgement judgement) {
        return judgement
                .before()
                .find(application)
                .map(
                        was ->
                                new ChangeWords(was, judgement.next().models().get(application))
                                        .of(changes))
                .orElse(List.of());
    }

    /** Who wrote each of the changes; nobody named where the publisher wrote all of them. */
    private static List<String> writers(Command command, String application, List<Change> changes) {
        if (command.edited().isEmpty()) {
            return List.of();
        }
        return changes.stream()
                .map(
                        change ->
                                command.edited().stream()
                                        .filter(
                                                one ->
                                                        one.changes()
                                                                .changes(application)
                                                                .contains(change))
                                        .map(one -> one.writer().key())
                                        .findFirst()
                                        .orElse(command.actor().key()))
                .toList();
    }
}
