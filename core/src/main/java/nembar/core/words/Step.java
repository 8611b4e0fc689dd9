package nembar.core.words;

import java.util.List;

/**
 * One link of a route as it is shown, top to bottom: "holds <b>Dispatcher</b>, only Sorrel Delta".
 *
 * @param lead the words before the name; may be empty
 * @param name what the link is called
 * @param detail what is worth knowing besides; may be empty
 */
public record Step(Kind kind, String lead, String name, String detail) {
    /** A whole chain as one sentence part: "Ilse Marrow (staff); holds Dispatcher; ...". */
    public static String sentence(List<Step> steps) {
        StringBuilder said = new StringBuilder();
        for (Step step : steps) {
            said.append(said.isEmpty() ? "" : "; ");
            said.append((step.lead() + " " + step.name()).strip());
            said.append(step.detail().isEmpty() ? "" : " (" + step.detail() + ")");
        }
        return said.toString();
    }

    /** Which link of the chain it is. */
    public enum Kind {
        PERSON,
        AUDIENCE,
        ASSIGNMENT,
        SET,
        PRIVILEGE,
        RELATIVE
    }
}
