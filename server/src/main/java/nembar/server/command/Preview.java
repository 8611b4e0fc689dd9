package nembar.server.command;

import java.util.List;
import java.util.Optional;
import nembar.server.http.Named;

/**
 * What a command would change, told before it is executed.
 *
 * @param people how many people's access it changes
 * @param moved the first of them, externals and guarded things first, with records counted
 * @param against why it cannot be done, in sentences; empty where it can
 * @param warnings what is worth a second look
 * @param canAgree those whose word would lift what stands against it, or a part of that; nobody
 *     where nothing does, or nobody could
 * @param done whether it has been done; otherwise it was only looked at
 */
public record Preview(
        int people,
        List<Moved> moved,
        List<String> against,
        List<String> warnings,
        List<Named> canAgree,
        boolean done) {
    /** It has been executed. */
    public static Preview done(List<String> warnings) {
        return new Preview(0, List.of(), List.of(), warnings, List.of(), true);
    }

    /** An act that moves nobody's access, looked at. */
    public static Preview none(List<String> warnings) {
        return new Preview(0, List.of(), List.of(), warnings, List.of(), false);
    }

    /** What changes for one person, in one application. */
    public record Moved(
            String key,
            String name,
            boolean external,
            String application,
            Optional<String> account,
            List<PreviewLine> lines) {}

    /**
     * One thing gained or lost.
     *
     * @param what "change voyages", "see the margin of voyages", "Movement map"
     * @param guarded whether it lies in a guarded area or is a guarded field
     * @param opens whether it is gained: on records there are or, where none of those is touched,
     *     on records there could be
     * @param withheld whether the numbers are kept from whoever asks, since they rest on what is
     *     guarded; they are 0 then
     * @param level for a function, its level before and after; empty otherwise
     */
    public record PreviewLine(
            String what,
            boolean guarded,
            boolean opens,
            long gained,
            long lost,
            boolean withheld,
            Optional<String> level) {}
}
