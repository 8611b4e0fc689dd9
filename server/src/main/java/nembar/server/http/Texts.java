package nembar.server.http;

import java.time.DateTimeException;
import java.time.ZoneId;

/** Texts that people give. */
public final class Texts {
    private static final int NAME_LENGTH_AT_MOST = 100;

    private Texts() {}

    /**
     * A text without blanks around it; empty where none is given.
     *
     * @throws BadRequest where it is too long
     */
    public static String of(String path, String given, int atMost) {
        String text = given == null ? "" : given.strip();
        if (text.length() > atMost) {
            throw new BadRequest(path, "At most " + atMost + " letters.");
        }
        return text;
    }

    /**
     * A given or family name of a person, without characters that nobody sees.
     *
     * @param needed whether it may not be empty
     * @throws BadRequest where it is needed and empty, or too long
     */
    public static String name(String path, String given, boolean needed) {
        String name = given == null ? "" : given.replaceAll("\\p{Cntrl}", "").strip();
        if (needed && name.isEmpty()) {
            throw new BadRequest(path, "Fill in a name.");
        }
        if (name.length() > NAME_LENGTH_AT_MOST) {
            throw new BadRequest(path, "A name has at most " + NAME_LENGTH_AT_MOST + " letters.");
        }
        return name;
    }

    /**
     * A time zone by its name in the tz database.
     *
     * @throws BadRequest where there is no such zone
     */
    public static ZoneId zone(String path, String given) {
        try {
            return ZoneId.of(given == null ? "" : given.strip());
        } catch (DateTimeException unknown) {
            throw new BadRequest(path, "`" + given + "` is no time zone; Europe/London is one.");
        }
    }
}
