package nembar.core.catalogue;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * The key of a record that is known by several columns, as one text: the parts with commas between
 * them, a comma or a tilde of theirs after a tilde. A key of one column is that column's text.
 */
public final class RecordKey {
    private RecordKey() {}

    /** The text of a key with these parts. */
    public static String text(List<String> parts) {
        return parts.size() == 1
                ? parts.get(0)
                : parts.stream()
                        .map(part -> part.replace("~", "~~").replace(",", "~,"))
                        .collect(Collectors.joining(","));
    }

    /**
     * The parts of such a text.
     *
     * @param columns how many parts a key has
     * @return as many parts as the text has, which are others than that for a text that is no key
     */
    public static List<String> parts(String text, int columns) {
        return columns == 1 ? List.of(text) : parts(text);
    }

    /** The parts of such a text, as many as it has. */
    public static List<String> parts(String text) {
        List<String> parts = new ArrayList<>();
        StringBuilder part = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char at = text.charAt(i);
            if (at == ',') {
                parts.add(part.toString());
                part.setLength(0);
            } else {
                i += at == '~' ? 1 : 0;
                part.append(i < text.length() ? text.charAt(i) : at);
            }
        }
        parts.add(part.toString());
        return parts;
    }
}
