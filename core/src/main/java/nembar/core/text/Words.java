package nembar.core.text;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/**
 * The words that the API, documents and conditions use for enumerated values: {@code CAN_NEVER} is
 * {@code canNever}. They are asked for once for each of ten thousand people, and so kept.
 */
public final class Words {
    private static final Map<Enum<?>, String> KNOWN = new ConcurrentHashMap<>();

    private Words() {}

    public static String of(Enum<?> value) {
        return KNOWN.computeIfAbsent(value, Words::camelCase);
    }

    /** The one of these that the word is for; empty for none, and for no word. */
    public static <E extends Enum<?>> Optional<E> find(E[] values, String word) {
        return Arrays.stream(values).filter(value -> of(value).equals(word)).findFirst();
    }

    private static String camelCase(Enum<?> value) {
        String capitals =
                Arrays.stream(value.name().split("_"))
                        .map(part -> part.charAt(0) + part.substring(1).toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining());
        return Character.toLowerCase(capitals.charAt(0)) + capitals.substring(1);
    }
}
