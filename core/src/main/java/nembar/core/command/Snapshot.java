package nembar.core.command;

import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.command.ChangeSet.OfApplication;
import nembar.core.design.Design;
import nembar.core.directory.Directory;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;

/**
 * Everything that decides about access, as it is at one edition: the model of each application,
 * over one directory. Immutable.
 *
 * @param models by application key
 */
public record Snapshot(Directory directory, Map<String, AccessModel> models) {
    public static final Snapshot EMPTY = new Snapshot(Directory.empty(), Map.of());

    public Snapshot {
        models = Collections.unmodifiableMap(new LinkedHashMap<>(models));
    }

    public Optional<AccessModel> find(String application) {
        return Optional.ofNullable(models.get(application));
    }

    public Collection<AccessModel> all() {
        return models.values();
    }

    /**
     * This snapshot with the changes made, checked as a whole: all or none. Models that nothing
     * touches stay the same objects.
     *
     * @throws ModelRefused when what is changed and what stays do not belong together
     */
    public Snapshot with(ChangeSet changes) {
        Directory next =
                changes.directory().none() ? directory : directory.with(changes.directory());
        Map<String, AccessModel> models = new LinkedHashMap<>(this.models);
        if (next != directory) {
            models.replaceAll(
                    (key, model) ->
                            changes.applications().containsKey(key) ? model : moved(model, next));
        }
        changes.applications()
                .forEach((key, of) -> models.put(key, changed(models.get(key), of, next)));
        return new Snapshot(next, models);
    }

    private static AccessModel changed(AccessModel now, OfApplication of, Directory directory) {
        boolean same = now != null && of.application().isEmpty() && directory == now.directory();
        if (same) {
            return Changes.apply(now, of.changes());
        }
        Application application = of.application().orElseGet(() -> now.application());
        Catalogue catalogue = now == null ? Catalogue.EMPTY : now.catalogue();
        Design design = now == null ? Design.empty() : now.design();
        AccessModel next =
                AccessModel.of(
                        application,
                        Changes.apply(catalogue, of.changes()),
                        directory,
                        Changes.apply(design, of.changes()));
        return now == null ? next : next.losing(now.lost());
    }

    private static AccessModel moved(AccessModel model, Directory directory) {
        try {
            return model.withDirectory(directory);
        } catch (ModelRefused refused) {
            String name = model.application().name();
            throw new ModelRefused(
                    refused.problems().stream()
                            .map(
                                    one ->
                                            one.path().startsWith("directory.")
                                                    ? one
                                                    : new Problem(
                                                            one.path(),
                                                            one.message() + " (in " + name + ")"))
                            .toList());
        }
    }
}
