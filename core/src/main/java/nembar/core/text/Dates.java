package nembar.core.text;

import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Days and times as sentences have them: "3 March 2026", "3 March 2026, 14:05". */
public final class Dates {
    public static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);

    /** A day and a time of it, by whichever clock it is put to. */
    public static final DateTimeFormatter MINUTE =
            DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.ENGLISH);

    private Dates() {}
}
