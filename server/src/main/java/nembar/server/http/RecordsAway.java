package nembar.server.http;

import java.util.Optional;

/**
 * The records of an application cannot be had: its database does not answer, takes too long, or is
 * no longer as the catalogue says. Nembar's own may well answer.
 */
public class RecordsAway extends RuntimeException {
    private static final long serialVersionUID = 1;

    /** Why they cannot be had. */
    public enum Why {
        NO_ANSWER("does not answer"),
        TOO_LONG("took too long"),
        OTHERWISE("is no longer as the Catalogue says");

        private final String said;

        Why(String said) {
            this.said = said;
        }
    }

    /**
     * @param application name of the application
     */
    public RecordsAway(String application, Why why, Throwable cause) {
        super("The database of " + application + "'s records " + why.said, cause);
    }

    /** What an error of the application's database comes to; empty where that is another matter. */
    public static Optional<RecordsAway> of(String application, Throwable failed) {
        return why(failed).map(why -> new RecordsAway(application, why, failed));
    }

    /** The same; the error itself where that is another matter. */
    public static RuntimeException or(String application, RuntimeException failed) {
        return of(application, failed).<RuntimeException>map(away -> away).orElse(failed);
    }

    private static Optional<Why> why(Throwable failed) {
        if (SqlErrors.away(failed)) {
            return Optional.of(Why.NO_ANSWER);
        }
        if (SqlErrors.tooLong(failed)) {
            return Optional.of(Why.TOO_LONG);
        }
        return SqlErrors.otherwise(failed) ? Optional.of(Why.OTHERWISE) : Optional.empty();
    }
}
