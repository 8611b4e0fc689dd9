package nembar.server.answers;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import java.util.Optional;
import nembar.server.document.DesignDocument.PrivilegePart;
import nembar.server.http.Named;
import nembar.server.session.Me;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Conditions while they are written: docs/access-model.md, section 5. */
@RestController
@RequestMapping("/api/applications/{application}/conditions")
class ConditionController {
    private final ConditionService conditions;
    private final Me me;

    ConditionController(ConditionService conditions, Me me) {
        this.conditions = conditions;
        this.me = me;
    }

    /**
     * A condition in one of its encodings.
     *
     * @param recordType what it is about; empty for people, as teams have it
     * @param restricts whether it takes away instead of opening
     * @param editor tells editors of one person apart: a newer question of one stops what an older
     *     one of it still runs; left out where none is to be stopped
     * @param privilege the privilege that it is to bound, and {@code beside} the others given with
     *     it: whether one of these covers it
     */
    record ConditionAsked(
            String recordType,
            String text,
            Object json,
            RowPart rows,
            Boolean restricts,
            String editor,
            PrivilegePart privilege,
            List<PrivilegePart> beside) {}

    /**
     * A condition in its encodings and in words.
     *
     * @param always "never", "always" or, as far as is seen, "sometimes"
     * @param why why it never or always holds, or what covers it; empty where neither is seen
     * @param matches how many of {@code records} meet it; empty where that depends on whose eyes
     *     see them, or may not be told
     * @param first the first that meet it, by key and title
     */
    record ConditionShown(
            String text,
            Object json,
            RowPart rows,
            String words,
            String always,
            Optional<String> why,
            Optional<Long> matches,
            Optional<Long> records,
            List<Named> first) {}

    /**
     * A name that a condition may use.
     *
     * @param type text, number, yesNo, date, timestamp or list
     * @param words how people call it
     * @param unit whether it says a unit, which {@code below} can ask about
     */
    record NameShown(String name, String type, String words, List<String> choices, boolean unit) {}

    /** Reads and checks a condition, and gives it in all encodings and in words. */
    @PostMapping("/check")
    @Operation(operationId = "checkCondition")
    ConditionShown check(@PathVariable String application, @RequestBody ConditionAsked asked) {
        return conditions.check(me.person(), application, asked);
    }

    /** The names a condition may use: fields first, then what is the person's. */
    @GetMapping("/names")
    @Operation(operationId = "conditionNames")
    List<NameShown> names(
            @PathVariable String application, @RequestParam(defaultValue = "") String recordType) {
        return conditions.names(me.person(), application, recordType);
    }

    /** Values that a name has, as far as whoever asks may know them; some that begin so. */
    @GetMapping("/values")
    @Operation(operationId = "conditionValues")
    List<Named> values(
            @PathVariable String application,
            @RequestParam(defaultValue = "") String recordType,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "") String editor) {
        return conditions.values(me.person(), application, recordType, name, search, editor);
    }
}
