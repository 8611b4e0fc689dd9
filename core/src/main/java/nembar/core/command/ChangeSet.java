package nembar.core.command;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.directory.Edits;
import nembar.core.draft.Change;

/**
 * What one command changes: the directory, applications, or both together (docs/access-model.md,
 * section 8).
 *
 * @param applications changes by application key
 */
public record ChangeSet(Edits directory, Map<String, OfApplication> applications) {
    public static final ChangeSet NONE = new ChangeSet(Edits.NONE, Map.of());

    /**
     * What changes of one application.
     *
     * @param application its name and zone, where it is new or they change
     * @param changes of its catalogue and its design
     */
    public record OfApplication(Optional<Application> application, List<Change> changes) {
        public OfApplication {
            changes = List.copyOf(changes);
        }

        boolean none() {
            return application.isEmpty() && changes.isEmpty();
        }

        /** Whether it changes what is governed, besides who may do it. */
        public boolean governs() {
            return changes.stream().anyMatch(one -> one.kind().inCatalogue());
        }
    }

    public ChangeSet {
        Map<String, OfApplication> some = new LinkedHashMap<>(applications);
        some.values().removeIf(OfApplication::none);
        applications = Map.copyOf(some);
    }

    public static ChangeSet of(Edits edits) {
        return new ChangeSet(edits, Map.of());
    }

    public static ChangeSet of(String application, List<Change> changes) {
        return of(Edits.NONE, Map.of(application, changes));
    }

    /**
     * @param changes by application
     */
    public static ChangeSet of(Edits edits, Map<String, List<Change>> changes) {
        Map<String, OfApplication> applications = new LinkedHashMap<>();
        changes.forEach(
                (key, some) -> applications.put(key, new OfApplication(Optional.empty(), some)));
        return new ChangeSet(edits, applications);
    }

    public boolean none() {
        return directory.none() && applications.isEmpty();
    }

    /** The changes of an application's catalogue and design; none where they stay. */
    public List<Change> changes(String application) {
        OfApplication of = applications.get(application);
        return of == null ? List.of() : of.changes();
    }
}
