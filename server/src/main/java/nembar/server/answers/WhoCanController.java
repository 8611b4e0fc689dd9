package nembar.server.answers;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.server.http.Csv;
import nembar.server.http.Paging;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Who can do something in an application. */
@RestController
@RequestMapping("/api/applications/{application}")
class WhoCanController {
    private final WhoCanService answers;
    private final Me me;

    WhoCanController(WhoCanService answers, Me me) {
        this.answers = answers;
        this.me = me;
    }

    /**
     * Somebody who can.
     *
     * @param accountName of an external, for whom they act
     * @param level what they can: the operation, the level of the field or function
     * @param records how many records it is about; empty where one is asked about, or where that
     *     number is not for whoever asks
     * @param routes how, the first few
     */
    record Able(
            String person,
            String name,
            Optional<String> account,
            Optional<String> accountName,
            boolean external,
            String level,
            Optional<Long> records,
            List<String> routes) {}

    /**
     * By what people came by it.
     *
     * @param key tells it from the others
     * @param list of which kind the element of the design is that gives it; empty where it comes
     *     with records of another type
     * @param element key of that element
     * @param words the element as a sentence
     */
    record ByWhat(
            String key,
            Optional<String> list,
            Optional<String> element,
            String words,
            int people,
            int externals) {}

    /**
     * Those on one page.
     *
     * @param means what it takes to be among them: "way", having a way to some record, or "today",
     *     reaching at least one that is there today
     * @param uncounted whether numbers are left out because the application's database does not
     *     answer
     * @param asOf the instant that the numbers are of, where a record index has told them; also who
     *     is among them, where that takes numbers
     * @param total how many lines there are of those who came by it in the way that was asked for:
     *     one for each account that somebody acts for
     * @param all how many people there are in all
     * @param withheld how many more people there are whom whoever asks may not see
     * @param ways by what they came by it, those of most people first
     * @param moreWays how many more ways there are than those listed
     */
    record WhoCanPage(
            List<Able> people,
            String means,
            boolean uncounted,
            Optional<Instant> asOf,
            long total,
            long all,
            long withheld,
            List<ByWhat> ways,
            int moreWays) {}

    /**
     * What is asked about.
     *
     * @param classification every field that is classified so
     * @param record key of the one record that is meant
     * @param where a condition as text: only records that meet it are meant
     * @param today whether those alone are meant who reach at least one record today; else, whoever
     *     has a way to reach some, whether there are any or not
     * @param by key of the way by which those that are wanted came by it
     */
    record WhoCanAsked(
            @Parameter(example = "cargo_lot") String type,
            @Parameter(example = "change") String operation,
            String field,
            String classification,
            String record,
            @Parameter(example = "status = 'loaded'") String where,
            Boolean today,
            String function,
            String at,
            String draft,
            String by) {}

    /**
     * Who can do an operation, see a field, or use a function; on one record, or on any.
     *
     * @param numbers whether it is counted for each how many records it is about, which can take
     *     longer than all else
     * @param exact whether they are counted now, also where a record index has them
     */
    @GetMapping("/who-can")
    @Operation(operationId = "whoCan")
    WhoCanPage whoCan(
            @PathVariable String application,
            @ParameterObject WhoCanAsked asked,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size,
            @RequestParam(defaultValue = "true") boolean numbers,
            @RequestParam(defaultValue = "false") boolean exact) {
        Paging.check(page, size);
        return asked(application, asked, exact).page(page, size, numbers);
    }

    /** Everybody who can, as a CSV file (RFC 4180). */
    @GetMapping(path = "/who-can.csv", produces = "text/csv")
    @Operation(operationId = "whoCanCsv")
    ResponseEntity<StreamingResponseBody> csv(
            @PathVariable String application, @ParameterObject WhoCanAsked asked) {
        return Csv.file(
                "who-can.csv",
                List.of("Person", "Account", "External", "Level", "Records", "How"),
                asked(application, asked, true).all().map(WhoCanController::row));
    }

    private WhoCanService.Answer asked(String application, WhoCanAsked asked, boolean exact) {
        return answers.whoCan(
                me.person(),
                new Lookups.Where(application, asked.at(), asked.draft()),
                new WhoCanQuestion.Subject(
                        asked.type(),
                        asked.operation(),
                        asked.field(),
                        asked.classification(),
                        asked.record(),
                        asked.where(),
                        Boolean.TRUE.equals(asked.today()),
                        asked.function()),
                asked.by() == null ? "" : asked.by(),
                exact);
    }

    private static List<String> row(Able one) {
        return List.of(
                one.name(),
                one.accountName().orElse(""),
                one.external() ? "yes" : "",
                one.level(),
                one.records().map(String::valueOf).orElse(""),
                String.join(" | ", one.routes()));
    }
}
