package nembar.server.model;

import java.util.List;
import java.util.Map;
import nembar.core.directory.Edits;
import nembar.core.draft.Change;

/**
 * What one act changes: the directory, designs, or both together.
 *
 * @param design changes by application; elements keep their places
 */
public record Step(Edits edits, Map<String, List<Change>> design) {
    public Step {
        design = Map.copyOf(design);
    }

    public static Step of(Edits edits) {
        return new Step(edits, Map.of());
    }

    public static Step of(String application, List<Change> changes) {
        return new Step(Edits.NONE, Map.of(application, changes));
    }
}
