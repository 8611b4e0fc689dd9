package nembar.core.text;

import java.util.ArrayList;
import java.util.List;

/** Lists as people write them. */
public final class Wording {
    private static final int SAID_AT_MOST = 3;

    private Wording() {}

    /** "a", "a and b", "a, b and c"; an empty text for no words. */
    public static String and(List<String> words) {
        return joined(words, " and ");
    }

    /** "a", "a or b", "a, b or c"; an empty text for no words. */
    public static String or(List<String> words) {
        return joined(words, " or ");
    }

    /**
     * Up to four by name; of more the first three, and the others by number: "a, b, c and 4 more".
     */
    public static String some(List<String> words) {
        if (words.size() <= SAID_AT_MOST + 1) {
            return and(words);
        }
        List<String> said = new ArrayList<>(words.subList(0, SAID_AT_MOST));
        said.add(words.size() - SAID_AT_MOST + " more");
        return and(said);
    }

    private static String joined(List<String> words, String last) {
        if (words.size() < 2) {
            return String.join("", words);
        }
        return String.join(", ", words.subList(0, words.size() - 1))
                + last
                + words.get(words.size() - 1);
    }
}
