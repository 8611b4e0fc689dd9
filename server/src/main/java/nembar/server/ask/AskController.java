package nembar.server.ask;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Optional;
import nembar.core.answers.Newcomer;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.server.ask.AccessChanges.RestsOn;
import nembar.server.ask.Questions.Slots;
import nembar.server.http.BadRequest;
import nembar.server.http.Csv;
import nembar.server.http.Lines;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Questions about one person's access, and their reasons. */
@RestController
@RequestMapping("/api/ask")
class AskController {
    private final Questions questions;
    private final WhatCanService whatCan;
    private final BecauseService because;
    private final RecordListService recordList;
    private final RecordCsv csv;
    private final RecordSheets sheets;
    private final AccessChanges changes;
    private final Looks looks;
    private final Lines lines;
    private final Me me;

    AskController(
            Questions questions,
            WhatCanService whatCan,
            BecauseService because,
            RecordListService recordList,
            RecordCsv csv,
            RecordSheets sheets,
            AccessChanges changes,
            Looks looks,
            Lines lines,
            Me me) {
        this.questions = questions;
        this.whatCan = whatCan;
        this.because = because;
        this.recordList = recordList;
        this.csv = csv;
        this.sheets = sheets;
        this.changes = changes;
        this.looks = looks;
        this.lines = lines;
        this.me = me;
    }

    /**
     * The question's slots, as parameters of the address.
     *
     * @param role where no person is named: key of a role that somebody new would be given; so
     *     {@code set}, and the {@code unit}, {@code team} and account ({@code account}) that they
     *     would be in
     */
    record Asked(
            @Parameter(example = "ilse.marrow") String person,
            @Parameter(example = "towline") String application,
            String account,
            Boolean asIfActive,
            @Parameter(example = "2026-11-01T00:00:00Z") String at,
            String role,
            String set,
            String unit,
            String team) {
        /** Somebody who is there. */
        static Asked about(String person, String application, String account, String at) {
            return new Asked(person, application, account, null, at, null, null, null, null);
        }

        Slots slots(String draft) {
            return new Slots(
                    person,
                    application,
                    account,
                    Boolean.TRUE.equals(asIfActive),
                    at,
                    draft,
                    new Newcomer(
                            ListAsked.said(role),
                            ListAsked.said(set),
                            ListAsked.said(unit),
                            ListAsked.said(team),
                            ListAsked.said(account)));
        }
    }

    /**
     * What somebody can do.
     *
     * @param draft id of a draft that is taken to be published; what rests on records that are not
     *     for whoever asks is not counted then
     * @param exact whether the records are counted, also where a record index has the numbers
     */
    @GetMapping("/what-can")
    @Operation(operationId = "whatCan")
    WhatCan whatCan(
            @ParameterObject Asked asked,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam(defaultValue = "false") boolean exact) {
        return whatCan.answer(understood(asked, draft), me.person(), exact);
    }

    /** What somebody can do as one page in plain words, for them or their manager (PDF). */
    @GetMapping(path = "/access-card.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    @Operation(operationId = "accessCard")
    ResponseEntity<byte[]> card(@ParameterObject Asked asked) {
        Question question = understood(asked, "");
        byte[] card =
                AccessCard.of(
                        whatCan.answerInFull(question, me.person()),
                        question.access().who().at(),
                        question.model().application().zone(),
                        changes.publication(question));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"access-card.pdf\"")
                .body(card);
    }

    /** What the answer rests on, and when it was and will be another. */
    @GetMapping("/changes")
    @Operation(operationId = "accessChanges")
    RestsOn changes(@ParameterObject Asked asked) {
        return changes.of(understood(asked, ""));
    }

    /**
     * What somebody can in parts, each on a line of its own as soon as it is there: the outline,
     * each record type once it is counted, the totals.
     */
    @GetMapping(path = "/what-can/parts", produces = MediaType.APPLICATION_NDJSON_VALUE)
    @Operation(
            operationId = "whatCanInParts",
            responses =
                    @ApiResponse(
                            responseCode = "200",
                            content =
                                    @Content(
                                            mediaType = MediaType.APPLICATION_NDJSON_VALUE,
                                            schema = @Schema(implementation = WhatCanPart.class))))
    ResponseEntity<StreamingResponseBody> whatCanInParts(
            @ParameterObject Asked asked,
            @RequestParam(defaultValue = "") String draft,
            @RequestParam(defaultValue = "false") boolean exact) {
        Question question = understood(asked, draft);
        Person asking = me.person();
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_NDJSON)
                .body(
                        output ->
                                whatCan.stream(
                                        question,
                                        asking,
                                        exact,
                                        part -> lines.write(output, part)));
    }

    /** What somebody can, as a CSV file (RFC 4180). */
    @GetMapping(path = "/what-can.csv", produces = "text/csv")
    @Operation(operationId = "whatCanCsv")
    ResponseEntity<StreamingResponseBody> whatCanCsv(
            @ParameterObject Asked asked, @RequestParam(defaultValue = "") String draft) {
        WhatCan answer = whatCan.answerInFull(understood(asked, draft), me.person());
        return Csv.file("what-can.csv", AnswerRows.WHAT_CAN, AnswerRows.of(answer));
    }

    /**
     * What an answer is the reason of.
     *
     * @param type with an operation or a field, and maybe the key of one record
     */
    record About(
            @Parameter(example = "cargo_lot") String type,
            @Parameter(example = "view") String operation,
            @Parameter(example = "L-2041") String record,
            String field,
            String function) {}

    /**
     * Why: of a cell (type and operation), one record of it, a field, or a function.
     *
     * @param draft as for what somebody can do
     */
    @GetMapping("/because")
    @Operation(operationId = "because")
    Because because(
            @ParameterObject Asked asked,
            @ParameterObject About about,
            @RequestParam(defaultValue = "") String draft) {
        return because(understood(asked, draft), about);
    }

    /** This answer as a CSV file (RFC 4180). */
    @GetMapping(path = "/because.csv", produces = "text/csv")
    @Operation(operationId = "becauseCsv")
    ResponseEntity<StreamingResponseBody> becauseCsv(
            @ParameterObject Asked asked,
            @ParameterObject About about,
            @RequestParam(defaultValue = "") String draft) {
        Because told = because(understood(asked, draft), about);
        return Csv.file("because.csv", AnswerRows.BECAUSE, AnswerRows.of(told));
    }

    private Because because(Question question, About about) {
        if (about.function() != null) {
            return because.ofFunction(question, question.function(about.function()));
        }
        if (about.type() == null || (about.operation() == null && about.field() == null)) {
            throw new BadRequest(
                    "type", "Name a record type with an operation or a field, or a function.");
        }
        RecordType known = question.type(about.type());
        if (about.field() != null) {
            return because.ofField(question, known, Question.field(known, about.field()));
        }
        nembar.core.catalogue.Operation done = Question.operation(known, about.operation());
        return about.record() == null
                ? because.ofCell(question, me.person(), known, done)
                : because.ofRecord(question, me.person(), known, done, about.record());
    }

    /** The records under a cell, as the person has them, a page at a time. */
    @GetMapping("/records")
    @Operation(operationId = "records")
    RecordPage records(
            @ParameterObject Asked asked,
            @RequestParam String type,
            @ParameterObject ListAsked list,
            @RequestParam(defaultValue = "") String draft) {
        Question question = understood(asked, draft);
        return recordList.list(
                question,
                without(asked, list, draft),
                me.person(),
                question.type(type),
                list.checked());
    }

    /** The whole list of records as a CSV file (RFC 4180). */
    @GetMapping(path = "/records.csv", produces = "text/csv")
    @Operation(operationId = "recordsCsv")
    ResponseEntity<StreamingResponseBody> csv(
            @ParameterObject Asked asked,
            @RequestParam String type,
            @ParameterObject ListAsked list,
            @RequestParam(defaultValue = "") String draft) {
        Question question = understood(asked, draft);
        return csv.of(
                question, without(asked, list, draft), me.person(), question.type(type), list);
    }

    /** One record as the person has it: its fields, what they find to do, and what is around it. */
    @GetMapping("/record")
    @Operation(operationId = "recordAsTheyHaveIt")
    RecordSheet record(
            @ParameterObject Asked asked,
            @RequestParam String type,
            @RequestParam String record,
            @RequestParam(defaultValue = "") String draft) {
        Question question = understood(asked, draft);
        return sheets.of(question, me.person(), question.type(type), record);
    }

    /**
     * Why somebody looks through another.
     *
     * @param account for whom the other acts
     */
    record LookReason(
            @NotNull String person,
            @NotNull String application,
            String account,
            @NotNull String reason) {}

    /** Keeps why one looks through somebody, which may be asked for before one may. */
    @PostMapping("/looks")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(operationId = "sayWhyOneLooks")
    void look(@Valid @RequestBody LookReason why) {
        Asked of = Asked.about(why.person(), why.application(), why.account(), null);
        looks.say(me.person(), understood(of, ""), why.reason());
    }

    private Optional<Question> without(Asked asked, ListAsked list, String draft) {
        return ListAsked.said(list.without())
                .map(
                        person ->
                                understood(
                                        Asked.about(
                                                person,
                                                asked.application(),
                                                list.withoutAccount(),
                                                asked.at()),
                                        draft));
    }

    private Question understood(Asked asked, String draft) {
        return questions.understand(me.person(), asked.slots(draft));
    }
}
