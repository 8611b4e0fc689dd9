package nembar.server.document;

import java.util.Locale;

/** The words that documents use for enumerated values: small letters. */
final class Words {
    private Words() {}

    static String of(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
