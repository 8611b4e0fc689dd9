package nembar.server.model;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.LostFields;
import nembar.core.command.Snapshot;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.model.AccessModel;
import nembar.core.text.Nearest;
import nembar.server.document.DocumentReader;
import nembar.server.http.NotFound;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.DirectoryTurn;
import nembar.server.store.ModelStore.Edition;
import nembar.server.store.ModelStore.Editions;
import nembar.server.store.ModelStore.Since;
import nembar.server.store.ModelStore.Stored;
import org.springframework.stereotype.Service;

/**
 * The published model of each application: one immutable snapshot, swapped whole, so that no answer
 * ever mixes two editions. It is brought up to the database's edition when that is ahead, whoever
 * made it so: another server, or a commit whose answer got lost.
 */
@Service
public class Models {
    /** Key of the application that is Nembar itself (docs/access-model.md, section 10). */
    public static final String NEMBAR = "nembar";

    private final ModelStore store;
    private final Clock clock;
    private volatile Map<String, LostFields> lost = Map.of();
    private volatile Current current = new Current(Snapshot.EMPTY, new Editions(-1, -1, Map.of()));

    Models(ModelStore store, Clock clock) {
        this.store = store;
        this.clock = clock;
    }

    /** Everything that is published, and the editions it is at. */
    public record Current(Snapshot snapshot, Editions editions) {
        public long number() {
            return editions.number();
        }
    }

    /** A model and the editions it was read from. */
    public record Published(AccessModel model, Edition edition) {}

    /** Everything that is published, as this server has it. */
    public Current current() {
        return current;
    }

    /** All published models, by key. */
    public List<AccessModel> all() {
        return List.copyOf(current.snapshot().all());
    }

    public Optional<Published> find(String application) {
        Current now = current;
        return now.snapshot()
                .find(application)
                .map(model -> new Published(model, now.editions().of(application)));
    }

    /**
     * The model of this application.
     *
     * @throws NotFound with the nearest key there is
     */
    public AccessModel model(String application) {
        Snapshot now = current.snapshot();
        return now.find(application)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "application",
                                        Nearest.sentence(
                                                "There is no application `" + application + "`",
                                                application,
                                                now.models().keySet())));
    }

    /**
     * The model of this application as it was published at an instant; today's for one that is not
     * past.
     *
     * @throws NotFound when there is no such application, or was none yet
     */
    public AccessModel model(String application, Instant at) {
        AccessModel now = model(application);
        if (!at.isBefore(clock.instant())) {
            return now;
        }
        return store.readAt(application, at)
                .map(DocumentReader::read)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "at",
                                        "Nothing was published yet in "
                                                + now.application().name()
                                                + " on that day."));
    }

    /** The directory that all applications share. */
    public Directory directory() {
        return current.snapshot().directory();
    }

    /**
     * Takes in what of each catalogue cannot be read any more in the application's database.
     *
     * @param now by application; of one that is not named everything can be read
     */
    public synchronized void lose(Map<String, LostFields> now) {
        lost = Map.copyOf(now);
        current = losing(current);
    }

    private Current losing(Current read) {
        Map<String, AccessModel> models = new LinkedHashMap<>(read.snapshot().models());
        models.replaceAll((key, model) -> model.losing(lost.getOrDefault(key, LostFields.NONE)));
        return models.equals(read.snapshot().models())
                ? read
                : new Current(new Snapshot(read.snapshot().directory(), models), read.editions());
    }

    /** Brings this server up to the database's edition, where that is another. */
    public void catchUp() {
        catchUp(store.numbers().edition());
    }

    /**
     * Brings this server up to an edition, where it is at another.
     *
     * @param number the database's edition, now or a moment ago
     */
    public void catchUp(long number) {
        if (number != current.number()) {
            read();
        }
    }

    /**
     * What is published at an edition or after it.
     *
     * @param number an edition that is committed
     */
    public Current atLeast(long number) {
        return current.number() >= number ? current : read();
    }

    /** Puts what has just been committed in place of what it was made from. */
    public synchronized void swap(Current next) {
        if (next.number() == current.number() + 1) {
            current = losing(next);
        } else if (next.number() > current.number()) {
            read();
        }
    }

    private synchronized Current read() {
        if (current.number() < 0) {
            return refresh();
        }
        Since since = store.since(current.number());
        if (since.editions().number() < current.number()) {
            return refresh();
        }
        Snapshot now = current.snapshot();
        Edits edits = edits(now.directory(), since.directory());
        boolean moved = !edits.none();
        Directory directory = moved ? now.directory().with(edits) : now.directory();
        Map<String, AccessModel> models = new LinkedHashMap<>(now.models());
        since.documents()
                .forEach((key, one) -> models.put(key, DocumentReader.readOn(one, directory)));
        if (moved) {
            models.replaceAll(
                    (key, model) ->
                            model.directory() == directory
                                    ? model
                                    : model.withDirectory(directory));
        }
        current = losing(new Current(new Snapshot(directory, models), since.editions()));
        return current;
    }

    /** What leads from a directory to what became of it. */
    static Edits edits(Directory now, DirectoryTurn turn) {
        Directory put = DocumentReader.directory(turn.put());
        Edits edits =
                new Edits(
                        put.accounts(),
                        put.units(),
                        put.teams(),
                        put.people(),
                        turn.gone().getOrDefault("accounts", Set.of()),
                        turn.gone().getOrDefault("units", Set.of()),
                        turn.gone().getOrDefault("teams", Set.of()),
                        Optional.empty());
        return put.attributes().equals(now.attributes())
                ? edits
                : edits.withAttributes(put.attributes());
    }

    /** Reads everything anew; what was published before stays until all is read. */
    public synchronized Current refresh() {
        current = losing(read(store.readAll()));
        return current;
    }

    /** What is stored, as a snapshot of its own: to hold another against it. */
    public static Current read(Stored stored) {
        Directory directory = DocumentReader.directory(stored.directory());
        Map<String, AccessModel> models = new LinkedHashMap<>();
        stored.documents()
                .forEach((key, one) -> models.put(key, DocumentReader.readOn(one, directory)));
        return new Current(new Snapshot(directory, models), stored.editions());
    }
}
