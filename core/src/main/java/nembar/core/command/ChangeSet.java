package nembar.core.command;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
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
     * @param catalogue the whole catalogue, where it changes
     */
    public record OfApplication(
            Optional<Application> application, Optional<Catalogue> catalogue, List<Change> design) {
        public OfApplication {
            design = List.copyOf(design);
        }

        boolean none() {
            return application.isEmpty() && catalogue.isEmpty() && design.isEmpty();
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

    public static ChangeSet of(String application, List<Change> design) {
        return of(Edits.NONE, Map.of(application, design));
    }

    /**
     * @param design changes by application
     */
    public static ChangeSet of(Edits edits, Map<String, List<Change>> design) {
        Map<String, OfApplication> applications = new LinkedHashMap<>();
        design.forEach(
                (key, changes) ->
                        applications.put(
                                key,
                                new OfApplication(Optional.empty(), Optional.empty(), changes)));
        return new ChangeSet(edits, applications);
    }

    public boolean none() {
        return directory.none() && applications.isEmpty();
    }

    /** The changes of an application's design; none where it stays. */
    public List<Change> design(String application) {
        OfApplication of = applications.get(application);
        return of == null ? List.of() : of.design();
    }
}
