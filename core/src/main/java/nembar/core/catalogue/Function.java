package nembar.core.catalogue;

import java.util.List;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * Something that is not a record: a report, an import, a settings page (docs/access-model.md,
 * section 1).
 *
 * @param levels from lowest to highest; the first is always "none"
 * @param needs without all of these, a person's level is none
 * @param explanation what it is for, in a sentence; may be empty
 */
public record Function(
        String key,
        String name,
        String area,
        List<String> levels,
        List<Need> needs,
        String explanation)
        implements Element {
    public static final String NONE = "none";

    public Function {
        levels = List.copyOf(levels);
        needs = List.copyOf(needs);
    }

    /** A function that its name tells enough of. */
    public Function(String key, String name, String area, List<String> levels, List<Need> needs) {
        this(key, name, area, levels, needs, "");
    }

    @Override
    public ElementKind kind() {
        return ElementKind.FUNCTION;
    }

    /** What must be held besides for a function to be of use. */
    public sealed interface Need {}

    /** Another function, at this level at least. */
    public record FunctionNeed(String function, String level) implements Need {}

    /** A privilege for an operation, whatever its reach. */
    public record PrivilegeNeed(String recordType, String operation) implements Need {}
}
