package nembar.server.index;

import io.swagger.v3.oas.annotations.Operation;
import nembar.server.index.RecordIndexes.IndexShown;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether an application's record index is kept, and how it stands. */
@RestController
@RequestMapping("/api/applications/{application}/record-index")
class RecordIndexController {
    private final RecordIndexes indexes;
    private final Me me;

    RecordIndexController(RecordIndexes indexes, Me me) {
        this.indexes = indexes;
        this.me = me;
    }

    /** What is wanted. */
    record IndexWanted(boolean kept) {}

    /** How it stands on the server that answers. */
    @GetMapping
    @Operation(operationId = "recordIndex")
    IndexShown shown(@PathVariable String application) {
        return indexes.shown(me.person(), application);
    }

    @PutMapping
    @Operation(operationId = "keepRecordIndex")
    IndexShown keep(@PathVariable String application, @RequestBody IndexWanted wanted) {
        indexes.keep(me.person(), application, wanted.kept());
        return indexes.shown(me.person(), application);
    }
}
