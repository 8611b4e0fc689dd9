package nembar.server.advice;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import java.util.Optional;
import nembar.core.sql.IndexAdvice.Use;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Which indexes an application's database ought to have. */
@RestController
@RequestMapping("/api/applications/{application}/index-advice")
class IndexAdviceController {
    private final IndexAdviceService advice;
    private final Me me;

    IndexAdviceController(IndexAdviceService advice, Me me) {
        this.advice = advice;
        this.me = me;
    }

    /**
     * What is missing.
     *
     * @param fromRecords a type of fewer records needs none
     * @param extension the statement that makes what some of the indexes take; left out where it is
     *     there, or nothing takes it
     */
    record IndexesAdvised(long fromRecords, List<TypeAdvised> types, Optional<String> extension) {}

    /**
     * What is missing of a record type.
     *
     * @param records about how many there are
     */
    record TypeAdvised(String type, String plural, long records, List<IndexAdvised> indexes) {}

    /**
     * One index that is missing.
     *
     * @param fields labels of the fields that it is about
     * @param statement that makes it, in SQL
     */
    record IndexAdvised(Use use, List<String> fields, String statement) {}

    /** The types of many records whose lists an index would make quicker. */
    @GetMapping
    @Operation(operationId = "indexAdvice")
    IndexesAdvised advised(@PathVariable String application) {
        return advice.of(me.person(), application);
    }
}
