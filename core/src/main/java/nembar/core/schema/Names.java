package nembar.core.schema;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;

/** Readable names, from those of tables and columns or from what is said of them. */
final class Names {
    private static final Pattern BETWEEN =
            Pattern.compile(
                    "[^\\p{L}\\p{N}]+|(?<=\\p{Ll})(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll})");
    private static final Pattern ALIKE_BY_ONE_OR_MANY =
            Pattern.compile(".*(ss|us|is|news|series|equipment|staff|data)");
    private static final Map<String, String> ONE_OF_MANY =
            Map.of(
                    "people", "person",
                    "children", "child",
                    "men", "man",
                    "women", "woman",
                    "feet", "foot",
                    "indices", "index",
                    "criteria", "criterion");
    private static final Set<String> BEHIND_THE_NOUN = Set.of("of", "for", "in", "on", "at", "to");
    private static final int A_NAME_AT_MOST = 40;
    private static final int WORDS_AT_MOST = 4;

    private Names() {}

    /** The words of a name, in small letters: {@code cargo_lots} and {@code CargoLots} have two. */
    static List<String> words(String name) {
        return BETWEEN.splitAsStream(name)
                .filter(word -> !word.isEmpty())
                .map(word -> word.toLowerCase(Locale.ROOT))
                .toList();
    }

    /** One of what a table has: "Cargo lot". */
    static String singular(String table) {
        return capital(named(words(table), Names::one));
    }

    /** Several of these: "Cargo lots". */
    static String plural(String table) {
        return capital(named(words(table), word -> many(one(word))));
    }

    /** What a column is called: "Berth"; of a reference what it refers to, without "id". */
    static String label(String column, boolean reference) {
        List<String> words = new ArrayList<>(words(column));
        if (reference
                && words.size() > 1
                && List.of("id", "no", "key", "code", "uuid")
                        .contains(words.get(words.size() - 1))) {
            words.remove(words.size() - 1);
        }
        return capital(words);
    }

    /** What is said of something, where that is a name and no sentence. */
    static Optional<String> said(Optional<String> comment) {
        return comment.map(String::strip)
                .filter(text -> !text.isEmpty() && text.length() <= A_NAME_AT_MOST)
                .filter(text -> text.split("\\s+").length <= WORDS_AT_MOST)
                .filter(text -> text.chars().noneMatch(Names::punctuates))
                .map(text -> text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1));
    }

    private static boolean punctuates(int at) {
        return ".,;:!?()[]{}<>=\"`|\\/".indexOf(at) >= 0 || Character.isISOControl(at);
    }

    private static String capital(List<String> words) {
        String text = String.join(" ", words);
        return text.isEmpty()
                ? text
                : text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }

    /** The words with the noun changed: the last one, or the one before "of", "for" and such. */
    private static List<String> named(List<String> words, UnaryOperator<String> change) {
        List<String> changed = new ArrayList<>(words);
        int noun = words.size() - 1;
        for (int i = words.size() - 1; i > 0; i--) {
            noun = BEHIND_THE_NOUN.contains(words.get(i)) ? i - 1 : noun;
        }
        if (noun >= 0) {
            changed.set(noun, change.apply(changed.get(noun)));
        }
        return changed;
    }

    /** "lots" is "lot"; a word that is one already stays. */
    static String one(String word) {
        String irregular = ONE_OF_MANY.get(word);
        if (irregular != null) {
            return irregular;
        }
        if (!word.endsWith("s") || ALIKE_BY_ONE_OR_MANY.matcher(word).matches()) {
            return word;
        }
        if (word.endsWith("ies") && word.length() > 4) {
            return word.substring(0, word.length() - 3) + "y";
        }
        return word.matches(".*(ss|x|z|ch|sh|[^aeo]us)es")
                ? word.substring(0, word.length() - 2)
                : word.substring(0, word.length() - 1);
    }

    private static String many(String word) {
        for (Map.Entry<String, String> irregular : ONE_OF_MANY.entrySet()) {
            if (irregular.getValue().equals(word)) {
                return irregular.getKey();
            }
        }
        if (word.matches(".*(news|series|equipment|staff|data|ness)") || !word.matches(".*[a-z]")) {
            return word;
        }
        if (word.matches(".*[^aeiou]y")) {
            return word.substring(0, word.length() - 1) + "ies";
        }
        return word.matches(".*(s|x|z|ch|sh)") ? word + "es" : word + "s";
    }
}
