package nembar.core.text;

import java.util.List;

/** Lists as people write them. */
public final class Wording {
    private Wording() {}

    /** "a", "a and b", "a, b and c"; an empty text for no words. */
    public static String and(List<String> words) {
        return joined(words, " and ");
    }

    /** "a", "a or b", "a, b or c"; an empty text for no words. */
    public static String or(List<String> words) {
        return joined(words, " or ");
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
