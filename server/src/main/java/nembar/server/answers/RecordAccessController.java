package nembar.server.answers;

import io.swagger.v3.oas.annotations.Operation;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** One record: where it belongs, who reaches it, and when that changed. */
@RestController
@RequestMapping("/api/applications/{application}/record-access")
class RecordAccessController {
    private final RecordAccessService sheets;
    private final RecordAccessHistory history;
    private final Me me;

    RecordAccessController(RecordAccessService sheets, RecordAccessHistory history, Me me) {
        this.sheets = sheets;
        this.history = history;
        this.me = me;
    }

    /**
     * What a record belongs to.
     *
     * @param what the field's label: "Owner"
     * @param kind person, unit, account or team
     * @param key of that
     */
    record PlaceShown(String what, String kind, String key, String name) {}

    /**
     * Records around one.
     *
     * @param title what they are called, as many as there are
     * @param key of the parent; empty for children
     * @param records how many; empty where that is not for whoever asks
     */
    record AroundShown(String type, String title, Optional<String> key, Optional<Long> records) {}

    /**
     * Who can do an operation on it.
     *
     * @param withheld how many more people there are whom whoever asks may not see
     */
    record OperationReach(String key, String label, int people, int externals, int withheld) {}

    /**
     * A share of this record alone.
     *
     * @param until first instant at which it gives nothing any more
     */
    record ShareShown(String key, String words, Optional<Instant> until) {}

    /**
     * @param title what people call it; empty where that is not for whoever asks
     */
    record RecordAccess(
            String type,
            String singular,
            String key,
            Optional<String> title,
            List<PlaceShown> places,
            Optional<AroundShown> parent,
            List<AroundShown> children,
            List<OperationReach> operations,
            List<ShareShown> shares) {}

    /**
     * People who can do something on it since then, or cannot any more.
     *
     * @param gained names, the first few of {@code gains}
     * @param lost names, the first few of {@code losses}
     */
    record ReachChange(
            String operation, List<String> gained, int gains, List<String> lost, int losses) {}

    /**
     * What a publication changed for the record as it is today.
     *
     * @param number of the publication
     * @param author name of whoever drafted it
     */
    record AccessChanged(
            long number, Instant at, String author, String reason, List<ReachChange> changes) {}

    /**
     * @param looked how many publications were looked at, the last ones
     * @param more whether there are earlier ones
     */
    record AccessHistory(List<AccessChanged> changed, int looked, boolean more) {}

    /** One record with what it belongs to, who reaches it in numbers, and its own shares. */
    @GetMapping
    @Operation(operationId = "recordAccess")
    RecordAccess record(
            @PathVariable String application,
            @RequestParam String type,
            @RequestParam String record) {
        return sheets.of(me.person(), application, type, record);
    }

    /** By which of the last publications who can do something on it became another. */
    @GetMapping("/history")
    @Operation(operationId = "recordAccessHistory")
    AccessHistory history(
            @PathVariable String application,
            @RequestParam String type,
            @RequestParam String record) {
        return history.of(me.person(), application, type, record);
    }
}
