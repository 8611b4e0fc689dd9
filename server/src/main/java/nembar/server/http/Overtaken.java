package nembar.server.http;

/** Somebody else has changed the same thing since it was read; both are there to choose from. */
public class Overtaken extends RuntimeException {
    private static final long serialVersionUID = 1;

    public Overtaken(String message) {
        super(message);
    }
}
