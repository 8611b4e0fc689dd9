package nembar.server.people;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import nembar.core.directory.Attribute;
import nembar.core.text.Nearest;
import nembar.server.http.BadRequest;

/** Values of a person's attributes, as people type them. */
public final class AttributeText {
    private AttributeText() {}

    /**
     * The value that the text says.
     *
     * @throws BadRequest for one that the attribute does not take
     */
    public static Object value(Attribute attribute, String text) {
        String typed = text.strip();
        Object value = read(attribute, typed);
        if (!attribute.takes(value)) {
            throw wrong(
                    attribute,
                    "`"
                            + typed
                            + "` is none of its values"
                            + Nearest.hint(typed, attribute.choices())
                            + ".");
        }
        return value;
    }

    private static Object read(Attribute attribute, String typed) {
        switch (attribute.type()) {
            case NUMBER:
                try {
                    return new BigDecimal(typed);
                } catch (NumberFormatException malformed) {
                    throw wrong(attribute, "`" + typed + "` is no number.");
                }
            case DATE:
                try {
                    return LocalDate.parse(typed);
                } catch (DateTimeException malformed) {
                    throw wrong(attribute, "Write a day as in 2026-03-03.");
                }
            case YES_NO:
                String small = typed.toLowerCase(Locale.ROOT);
                if (List.of("yes", "true").contains(small)) {
                    return true;
                }
                if (List.of("no", "false").contains(small)) {
                    return false;
                }
                throw wrong(attribute, "Write yes or no.");
            case LIST:
                return Arrays.stream(typed.split(","))
                        .map(String::strip)
                        .filter(one -> !one.isEmpty())
                        .toList();
            default:
                return typed;
        }
    }

    private static BadRequest wrong(Attribute attribute, String why) {
        return new BadRequest("attributes." + attribute.key(), attribute.label() + ": " + why);
    }
}
