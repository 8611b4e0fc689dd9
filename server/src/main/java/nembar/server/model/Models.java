package nembar.server.model;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import nembar.core.directory.Directory;
import nembar.core.model.AccessModel;
import nembar.core.text.Nearest;
import nembar.server.document.DocumentReader;
import nembar.server.http.NotFound;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.Edition;
import org.springframework.stereotype.Service;

/**
 * The published model of each application: immutable snapshots, swapped all at once, so that no
 * answer ever mixes two editions.
 */
@Service
public class Models {
    /** Key of the application that is Nembar itself (docs/access-model.md, section 10). */
    public static final String NEMBAR = "nembar";

    private final ModelStore store;
    private final Clock clock;
    private final AtomicReference<Map<String, Published>> published =
            new AtomicReference<>(Map.of());

    Models(ModelStore store, Clock clock) {
        this.store = store;
        this.clock = clock;
    }

    /** A model and the edition it was read from. */
    public record Published(AccessModel model, Edition edition) {}

    /** All published models, by key. */
    public List<AccessModel> all() {
        return published.get().values().stream().map(Published::model).toList();
    }

    public Optional<Published> find(String application) {
        return Optional.ofNullable(published.get().get(application));
    }

    /**
     * The model of this application.
     *
     * @throws NotFound with the nearest key there is
     */
    public AccessModel model(String application) {
        return find(application)
                .map(Published::model)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "application",
                                        Nearest.sentence(
                                                "There is no application `" + application + "`",
                                                application,
                                                published.get().keySet())));
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
        return model(NEMBAR).directory();
    }

    /** All published models with their editions, by key, as they are at one moment. */
    Map<String, Published> published() {
        return published.get();
    }

    /**
     * Puts models in the place of those published, once they are written. Whoever writes holds this
     * object's monitor from reading to here.
     */
    synchronized void swap(Map<String, Published> next) {
        Map<String, Published> fresh = new LinkedHashMap<>(published.get());
        fresh.putAll(next);
        published.set(Map.copyOf(fresh));
    }

    /** Reads every model again; what was published before stays until all are read. */
    public synchronized void refresh() {
        Map<String, Published> fresh = new LinkedHashMap<>();
        store.readAll()
                .forEach(
                        (key, stored) ->
                                fresh.put(
                                        key,
                                        new Published(
                                                DocumentReader.read(stored.document()),
                                                stored.edition())));
        published.set(Map.copyOf(fresh));
    }
}
