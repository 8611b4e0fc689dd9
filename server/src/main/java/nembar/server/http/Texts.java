package nembar.server.http;

/** Texts that people give. */
public final class Texts {
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
}
