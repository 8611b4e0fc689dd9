package nembar.server.answers;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.findings.Finding;
import nembar.server.document.ChangePart;
import nembar.server.http.Csv;
import nembar.server.http.OneOf;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Answers about a whole design; each can be asked for an instant, or of a draft. */
@RestController
@RequestMapping("/api/applications/{application}")
class AnswersController {
    private static final List<String> SIDES = List.of("What", "Only the first", "Only the second");

    private final AnswersService answers;
    private final DifferenceService differences;
    private final Me me;

    AnswersController(AnswersService answers, DifferenceService differences, Me me) {
        this.answers = answers;
        this.differences = differences;
        this.me = me;
    }

    /**
     * What one of two accesses has and the other has not.
     *
     * @param withheld whether the numbers are kept from whoever asks; they are 0 then
     */
    record DifferenceLine(
            String type,
            String what,
            String level,
            String onlyFirst,
            long onlyFirstRecords,
            String onlySecond,
            long onlySecondRecords,
            boolean withheld) {}

    record DifferenceShown(String first, String second, List<DifferenceLine> lines) {}

    record RoleLine(
            String recordType, String what, String use, List<String> first, List<String> second) {}

    /**
     * Changes that mend something, and their price.
     *
     * @param people keys of those who gain by it, {@code records} in all
     * @param losing keys of those who lose by it, {@code lost} in all
     */
    record MendShown(
            String words,
            List<ChangePart> changes,
            List<String> people,
            long records,
            List<String> losing,
            long lost) {}

    record ConcernShown(String what, String key) {}

    record FindingShown(
            @OneOf(Finding.Kind.class) String kind,
            List<ConcernShown> concerns,
            String why,
            List<ChangePart> mend) {}

    /** What a draft makes worth a look, and what of it it mends. */
    record DraftFindings(List<FindingShown> made, List<FindingShown> mended) {}

    record FindingPage(List<FindingShown> findings, long total) {}

    /**
     * Two accesses: of two people, or of one at two instants, or with a draft.
     *
     * @param otherPerson key of the second person; the same as the first where it is left out
     */
    record DifferenceAsked(
            @Parameter(example = "ilse.marrow") String person,
            String account,
            String at,
            String draft,
            @Parameter(example = "maren.holt") String otherPerson,
            String otherAccount,
            String otherAt,
            String otherDraft) {

        Lookups.Side first(String application) {
            return new Lookups.Side(
                    new Lookups.Where(application, at, draft),
                    person == null ? "" : person,
                    account);
        }

        Lookups.Side second(String application) {
            boolean same = otherPerson == null || otherPerson.isBlank();
            return new Lookups.Side(
                    new Lookups.Where(application, otherAt, otherDraft),
                    same ? person == null ? "" : person : otherPerson,
                    same && otherAccount == null ? account : otherAccount);
        }
    }

    /** What differs between two people, or for one person between two instants or a draft. */
    @GetMapping("/difference")
    @Operation(operationId = "difference")
    DifferenceShown difference(
            @PathVariable String application, @ParameterObject DifferenceAsked asked) {
        return differences.between(
                me.person(), asked.first(application), asked.second(application));
    }

    /** This answer as a CSV file (RFC 4180). */
    @GetMapping(path = "/difference.csv", produces = "text/csv")
    @Operation(operationId = "differenceCsv")
    ResponseEntity<StreamingResponseBody> differenceCsv(
            @PathVariable String application, @ParameterObject DifferenceAsked asked) {
        return Csv.file(
                "difference.csv",
                SIDES,
                differences
                        .rows(me.person(), asked.first(application), asked.second(application))
                        .stream());
    }

    /** What two roles give, side by side. */
    @GetMapping("/roles/{first}/difference/{second}")
    @Operation(operationId = "roleDifference")
    List<RoleLine> roles(
            @PathVariable String application,
            @PathVariable String first,
            @PathVariable String second) {
        return differences.ofRoles(me.person(), application, first, second);
    }

    /** This answer as a CSV file (RFC 4180). */
    @GetMapping(path = "/roles/{first}/difference/{second}/csv", produces = "text/csv")
    @Operation(operationId = "roleDifferenceCsv")
    ResponseEntity<StreamingResponseBody> rolesCsv(
            @PathVariable String application,
            @PathVariable String first,
            @PathVariable String second) {
        return Csv.file(
                "roles.csv",
                SIDES,
                differences.roleRows(me.person(), application, first, second).stream());
    }

    /** Changes that would turn a no on one record into a yes, the cheapest first. */
    @GetMapping("/mends")
    @Operation(operationId = "mends")
    List<MendShown> mends(
            @PathVariable String application,
            @RequestParam String person,
            @RequestParam(required = false) String account,
            @RequestParam String type,
            @RequestParam String operation,
            @RequestParam String record,
            @RequestParam(required = false) String at,
            @RequestParam(required = false) String draft) {
        return answers.mends(
                me.person(),
                new Lookups.Side(new Lookups.Where(application, at, draft), person, account),
                type,
                operation,
                record);
    }

    /** What is worth a look. */
    @GetMapping("/findings")
    @Operation(operationId = "findings")
    FindingPage findings(
            @PathVariable String application,
            @RequestParam(required = false) String at,
            @RequestParam(required = false) String draft,
            @RequestParam(required = false) String kind,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        return answers.findings(
                me.person(),
                new Lookups.Where(application, at, draft),
                Optional.ofNullable(kind),
                page,
                size);
    }

    /** What publishing a draft would make worth a look, and what it would mend. */
    @GetMapping("/drafts/{draft}/findings")
    @Operation(operationId = "draftFindings")
    DraftFindings draftFindings(@PathVariable String application, @PathVariable String draft) {
        return answers.draftFindings(me.person(), application, draft);
    }

    /** Changes after which a broken expectation holds, the cheapest first. */
    @GetMapping("/expectations/{key}/mends")
    @Operation(operationId = "expectationMends")
    List<MendShown> expectationMends(
            @PathVariable String application,
            @PathVariable String key,
            @RequestParam(defaultValue = "") String draft) {
        return answers.expectationMends(me.person(), application, draft, key);
    }

    /** How each expectation stands. */
    @GetMapping("/expectations")
    @Operation(operationId = "expectations")
    List<Proved> expectations(
            @PathVariable String application,
            @RequestParam(required = false) String at,
            @RequestParam(required = false) String draft) {
        return answers.expectations(me.person(), new Lookups.Where(application, at, draft));
    }

    /**
     * From when on an expectation held, or did not.
     *
     * @param since when
     * @param number of the publication by which it was so; empty where it is older than those
     *     looked at
     * @param author of that publication
     * @param putUpWith why whoever published it put up with what it broke; empty where nothing was
     */
    record ExpectationStood(
            boolean holds, Instant since, Optional<Long> number, String author, String putUpWith) {}

    /** How an expectation stood by the publications there were, the latest first. */
    @GetMapping("/expectations/{key}/history")
    @Operation(operationId = "expectationHistory")
    List<ExpectationStood> expectationHistory(
            @PathVariable String application, @PathVariable String key) {
        return answers.expectationHistory(me.person(), application, key);
    }
}
