package nembar.core.words;

/**
 * One link of a route as it is shown, top to bottom: "holds <b>Dispatcher</b>, only Sorrel Delta".
 *
 * @param lead the words before the name; may be empty
 * @param name what the link is called
 * @param detail what is worth knowing besides; may be empty
 */
public record Step(Kind kind, String lead, String name, String detail) {
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
