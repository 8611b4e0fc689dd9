package nembar.core.text;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;

/** Finds the known name that a mistyped one was probably meant to be. */
public final class Nearest {
    private Nearest() {}

    /**
     * The known name closest to {@code word}, compared without case, when at most a third of its
     * letters (and at least two) would have to change; empty when nothing is that close.
     */
    public static Optional<String> to(String word, Collection<String> known) {
        int allowed = Math.max(2, word.length() / 3);
        return known.stream()
                .filter(name -> Math.abs(name.length() - word.length()) <= allowed)
                .filter(name -> distance(word, name) <= allowed)
                .min(
                        Comparator.<String>comparingInt(name -> distance(word, name))
                                .thenComparing(Comparator.naturalOrder()));
    }

    /** {@code "; did you mean `x`?"} for the nearest name, or an empty text. */
    public static String hint(String word, Collection<String> known) {
        return to(word, known).map(name -> "; did you mean `" + name + "`?").orElse("");
    }

    /** The text as a sentence that ends with the hint, or with a full stop where there is none. */
    public static String sentence(String text, String word, Collection<String> known) {
        String hint = hint(word, known);
        return text + (hint.isEmpty() ? "." : hint);
    }

    /** How many letters to change, add, drop, or swap with their neighbour. */
    private static int distance(String left, String right) {
        String a = left.toLowerCase(Locale.ROOT);
        String b = right.toLowerCase(Locale.ROOT);
        int[][] steps = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    steps[i][j] = i + j;
                    continue;
                }
                int change = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                int least =
                        Math.min(
                                Math.min(steps[i][j - 1], steps[i - 1][j]) + 1,
                                steps[i - 1][j - 1] + change);
                if (i > 1
                        && j > 1
                        && a.charAt(i - 1) == b.charAt(j - 2)
                        && a.charAt(i - 2) == b.charAt(j - 1)) {
                    least = Math.min(least, steps[i - 2][j - 2] + 1);
                }
                steps[i][j] = least;
            }
        }
        return steps[a.length()][b.length()];
    }
}
