package nembar.server.http;

/** Something asked for by name does not exist; the message says what, and what is close. */
public final class NotFound extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final String path;

    /**
     * @param path the parameter that named it
     */
    public NotFound(String path, String message) {
        super(message);
        this.path = path;
    }

    public String path() {
        return path;
    }
}
