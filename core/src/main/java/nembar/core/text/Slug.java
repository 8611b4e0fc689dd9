package nembar.core.text;

import java.text.Normalizer;
import java.util.Locale;
import java.util.function.Predicate;

/** Keys made from names: "Sorrel Delta" becomes {@code sorrel-delta}. */
public final class Slug {
    private static final int LENGTH_AT_MOST = 40;

    private Slug() {}

    /**
     * A key for the name that is not taken; numbered where the plain one is.
     *
     * @param otherwise what to begin with where the name has no Latin letter or digit
     */
    public static String of(String name, String otherwise, Predicate<String> taken) {
        String plain =
                Normalizer.normalize(name, Normalizer.Form.NFKD)
                        .replaceAll("\\p{M}", "")
                        .toLowerCase(Locale.ROOT)
                        .replaceAll("[^a-z0-9]+", "-")
                        .replaceAll("^-+|-+$", "");
        String base = plain.isEmpty() ? otherwise : plain;
        if (base.length() > LENGTH_AT_MOST) {
            base = base.substring(0, LENGTH_AT_MOST).replaceAll("-+$", "");
        }
        String key = base;
        for (int i = 2; taken.test(key); i++) {
            key = base + "-" + i;
        }
        return key;
    }
}
