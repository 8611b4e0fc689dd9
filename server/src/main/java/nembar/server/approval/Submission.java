package nembar.server.approval;

import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Person;

/**
 * A command as somebody submits it, and how far it goes.
 *
 * @param author in whose name, and within whose rights
 * @param act what it takes to do it later; empty for what cannot wait
 * @param why what the author says of it
 * @param approved keys of those who have approved it
 * @param also written in the same transaction
 */
public record Submission(
        Person author,
        Mode mode,
        Optional<RequestedAct> act,
        String why,
        Set<String> approved,
        Runnable also) {
    /** How far it goes. */
    public enum Mode {
        /** It is only said what it would change. */
        PREVIEW,
        /** It is only said what stands against it. */
        CHECK,
        EXECUTE,
        /** It is kept until somebody approves it. */
        REQUEST_APPROVAL
    }

    /**
     * A submission as a request says it.
     *
     * @param preview whether it is only looked at
     * @param ask whether it is kept for somebody who can approve it, instead of being executed
     * @param why what they are told of it
     */
    public record Parameters(Boolean preview, Boolean ask, String why) {
        public Submission by(Person author, RequestedAct act) {
            Mode mode = Boolean.TRUE.equals(ask) ? Mode.REQUEST_APPROVAL : Mode.EXECUTE;
            return new Submission(
                    author,
                    Boolean.TRUE.equals(preview) ? Mode.PREVIEW : mode,
                    Optional.of(act),
                    why == null ? "" : why,
                    Set.of(),
                    () -> {});
        }
    }

    public static Submission preview(Person author) {
        return of(author, Mode.PREVIEW);
    }

    static Submission check(Person author) {
        return of(author, Mode.CHECK);
    }

    public static Submission execute(Person author) {
        return of(author, Mode.EXECUTE);
    }

    private static Submission of(Person author, Mode mode) {
        return new Submission(author, mode, Optional.empty(), "", Set.of(), () -> {});
    }

    /** This submission with somebody else's word for it. */
    Submission approved(Set<String> others, Runnable within) {
        return new Submission(author, mode, act, why, Set.copyOf(others), within);
    }

    /** Whether it is executed now. */
    public boolean executes() {
        return mode == Mode.EXECUTE;
    }

    /** Whether it changes nothing and keeps nothing. */
    public boolean previews() {
        return mode == Mode.PREVIEW || mode == Mode.CHECK;
    }
}
