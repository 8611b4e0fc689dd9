package nembar.core.catalogue;

import java.util.List;

/**
 * Something that is not a record: a report, an import, a settings page (docs/access-model.md,
 * section 1).
 *
 * @param levels from lowest to highest; the first is always "none"
 * @param needs without all of these, a person's level is none
 */
public record Function(
        String key, String name, String area, List<String> levels, List<Need> needs) {
    public static final String NONE = "none";

    public Function {
        levels = List.copyOf(levels);
        needs = List.copyOf(needs);
    }

    /** What must be held besides for a function to be of use. */
    public sealed interface Need {}

    /** Another function, at this level at least. */
    public record FunctionNeed(String function, String level) implements Need {}

    /** A privilege for an operation, whatever its reach. */
    public record PrivilegeNeed(String recordType, String operation) implements Need {}
}
