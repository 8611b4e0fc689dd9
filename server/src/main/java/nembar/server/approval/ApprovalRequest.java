package nembar.server.approval;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A change that waits for somebody's word, or did.
 *
 * @param author key of whoever wants it
 * @param what it is, in words
 * @param why the author wants it; may be empty
 * @param body of the act as JSON text
 * @param asked keys of those whose word would do, or would be a part of it
 * @param agreed keys of those of them who have agreed
 * @param decided how it ended; empty while it waits
 */
public record ApprovalRequest(
        String id,
        String author,
        String what,
        String why,
        String act,
        String target,
        String body,
        String on,
        List<String> about,
        Set<String> asked,
        Set<String> agreed,
        Instant at,
        Optional<Decided> decided) {
    /**
     * @param outcome made, declined or withdrawn
     * @param note what was said of it; may be empty
     */
    public record Decided(Instant at, String by, String outcome, String note) {}
}
