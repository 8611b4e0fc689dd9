package nembar.server.http;

/** A request that cannot be answered as it is; the message says what to send instead. */
public final class BadRequest extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final String path;

    /**
     * @param path the parameter or member at fault
     */
    public BadRequest(String path, String message) {
        super(message);
        this.path = path;
    }

    public String path() {
        return path;
    }
}
