package nembar.server.http;

/** The database of an application's records does not answer; Nembar's own may well do. */
public class RecordsAway extends RuntimeException {
    private static final long serialVersionUID = 1;

    /**
     * @param application name of the application
     */
    public RecordsAway(String application, Throwable cause) {
        super("The database of " + application + "'s records does not answer", cause);
    }
}
