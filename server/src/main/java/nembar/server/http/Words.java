package nembar.server.http;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * The words that the API and documents use for enumerated values: {@code CAN_NEVER} is {@code
 * canNever}.
 */
public final class Words {
    private Words() {}

    public static String of(Enum<?> value) {
        String capitals =
                Arrays.stream(value.name().split("_"))
                        .map(part -> part.charAt(0) + part.substring(1).toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining());
        return Character.toLowerCase(capitals.charAt(0)) + capitals.substring(1);
    }
}
