package nembar.server.bringin;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import nembar.core.arrival.ArrivalField;
import nembar.core.directory.Person;
import nembar.server.bringin.Amounts.Amount;
import nembar.server.bringin.BringIn.Batch;
import nembar.server.bringin.BringIn.BatchEdit;
import nembar.server.bringin.BringIn.BatchLine;
import nembar.server.bringin.BringIn.RowEdit;
import nembar.server.bringin.BringIn.RowPage;
import nembar.server.bringin.Judging.JudgedRow;
import nembar.server.http.BadRequest;
import nembar.server.http.Csv;
import nembar.server.http.Named;
import nembar.server.http.Paging;
import nembar.server.invitations.EntryLinks;
import nembar.server.invitations.Letters;
import nembar.server.session.Me;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Bringing people in over HTTP. */
@RestController
@RequestMapping("/api/bring-in")
class BringInController {
    private static final String WORKBOOK =
            "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    private final BringIn bringIn;
    private final Judging judging;
    private final Sending sending;
    private final Amounts amounts;
    private final Batches batches;
    private final Letters letters;
    private final Me me;

    BringInController(
            BringIn bringIn,
            Judging judging,
            Sending sending,
            Amounts amounts,
            Batches batches,
            Letters letters,
            Me me) {
        this.bringIn = bringIn;
        this.judging = judging;
        this.sending = sending;
        this.amounts = amounts;
        this.batches = batches;
        this.letters = letters;
        this.me = me;
    }

    /**
     * @param text what was pasted; empty to type rows one by one
     */
    record Pasting(String text) {}

    record Begun(String id) {}

    record Mapping(@NotNull Map<String, String> mapping) {}

    /** A message as it will be sent, but for its link. */
    record LetterPreview(String to, String subject, String body) {}

    @GetMapping
    @Operation(operationId = "batches")
    List<BatchLine> mine() {
        return bringIn.mine(me.person());
    }

    /** The fields that a column can say. */
    @GetMapping("/fields")
    @Operation(operationId = "arrivalFields")
    List<Named> fields() {
        return Arrays.stream(ArrivalField.values())
                .map(one -> new Named(one.key(), one.label()))
                .toList();
    }

    @PostMapping
    @Operation(operationId = "beginByText")
    Begun begin(@RequestBody Pasting pasting) {
        Person person = me.person();
        boolean blank = pasting.text() == null || pasting.text().isBlank();
        return new Begun(blank ? bringIn.blank(person) : bringIn.paste(person, pasting.text()));
    }

    /** Begins with a file, whose bytes are the body. */
    @PostMapping(value = "/file", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Operation(operationId = "beginByFile")
    Begun file(
            @RequestParam(defaultValue = "") String name,
            @RequestBody(required = false) byte[] bytes) {
        return new Begun(bringIn.file(me.person(), name, bytes == null ? new byte[0] : bytes));
    }

    @GetMapping(value = "/template.csv", produces = "text/csv")
    @Operation(operationId = "templateCsv")
    ResponseEntity<StreamingResponseBody> template() {
        return Csv.file("people-to-bring-in.csv", Template.HEADINGS, Template.ROWS.stream());
    }

    @GetMapping(value = "/template.xlsx", produces = WORKBOOK)
    @Operation(operationId = "templateXlsx")
    ResponseEntity<byte[]> workbook() {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, WORKBOOK)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"people-to-bring-in.xlsx\"")
                .body(Template.workbook());
    }

    @GetMapping("/{id}")
    @Operation(operationId = "batch")
    Batch batch(@PathVariable String id) {
        return bringIn.batch(me.person(), id);
    }

    @PutMapping("/{id}")
    @Operation(operationId = "changeBatch")
    Batch change(@PathVariable String id, @Valid @RequestBody BatchEdit edit) {
        bringIn.say(me.person(), id, edit);
        return bringIn.batch(me.person(), id);
    }

    @DeleteMapping("/{id}")
    @Operation(operationId = "discardBatch")
    ResponseEntity<Void> discard(@PathVariable String id) {
        bringIn.discard(me.person(), id);
        return ResponseEntity.noContent().build();
    }

    @PutMapping("/{id}/mapping")
    @Operation(operationId = "mapColumns")
    Batch map(@PathVariable String id, @Valid @RequestBody Mapping mapping) {
        bringIn.map(me.person(), id, mapping.mapping());
        return bringIn.batch(me.person(), id);
    }

    @GetMapping("/{id}/rows")
    @Operation(operationId = "batchRows")
    RowPage rows(
            @PathVariable String id,
            @RequestParam(defaultValue = "") String verdict,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        return bringIn.rows(me.person(), id, verdict, page, size);
    }

    @PostMapping("/{id}/rows")
    @Operation(operationId = "addRow")
    Batch addRow(@PathVariable String id, @RequestBody RowEdit edit) {
        bringIn.addRow(me.person(), id, edit.cells());
        return bringIn.batch(me.person(), id);
    }

    @PutMapping("/{id}/rows/{number}")
    @Operation(operationId = "changeRow")
    Batch changeRow(@PathVariable String id, @PathVariable int number, @RequestBody RowEdit edit) {
        bringIn.changeRow(me.person(), id, number, edit);
        return bringIn.batch(me.person(), id);
    }

    @PostMapping("/{id}/offers")
    @Operation(operationId = "takeOffers")
    Batch takeOffers(@PathVariable String id) {
        bringIn.takeOffers(me.person(), id);
        return bringIn.batch(me.person(), id);
    }

    /** What it amounts to for those who would come. */
    @GetMapping("/{id}/amount")
    @Operation(operationId = "amount")
    Amount amount(@PathVariable String id, @RequestParam(defaultValue = "") String application) {
        return amounts.amount(me.person(), id, application);
    }

    @GetMapping("/{id}/message")
    @Operation(operationId = "previewMessage")
    LetterPreview message(@PathVariable String id) {
        Person asking = me.person();
        Content content = Batches.content(batches.known(asking, id));
        Person first =
                sending.ready(id, content).stream()
                        .findFirst()
                        .flatMap(one -> one.arrival().person().or(() -> one.arrival().known()))
                        .orElseThrow(
                                () -> new BadRequest("rows", "There is nobody in it to write to."));
        return new LetterPreview(
                first.email(),
                letters.invitationSubject(asking, first),
                letters.invitation(
                        asking,
                        first,
                        content.note(),
                        Instant.now().plus(EntryLinks.INVITATION_LASTS),
                        content.compare()));
    }

    @PostMapping("/{id}/send")
    @Operation(operationId = "sendBatch")
    Batch send(@PathVariable String id) {
        sending.send(me.person(), id);
        return bringIn.batch(me.person(), id);
    }

    @PostMapping("/{id}/stop")
    @Operation(operationId = "stopBatch")
    ResponseEntity<Void> stop(@PathVariable String id) {
        bringIn.stop(me.person(), id);
        return ResponseEntity.noContent().build();
    }

    /** What became of every row. */
    @GetMapping(value = "/{id}/report.csv", produces = "text/csv")
    @Operation(operationId = "batchReport")
    ResponseEntity<StreamingResponseBody> report(@PathVariable String id) {
        Person asking = me.person();
        Content content = Batches.content(batches.known(asking, id));
        return Csv.file(
                "brought-in.csv",
                List.of("Row", "E-mail", "Given name", "Family name", "Judged", "Became", "Why"),
                judging.judge(id, content).stream()
                        .map(judging.toldTo(asking))
                        .map(BringInController::row));
    }

    private static List<String> row(JudgedRow row) {
        String why =
                row.problems().isEmpty()
                        ? row.known().map(one -> one.name() + ", " + one.detail()).orElse("")
                        : String.join(" ", row.problems().values());
        return List.of(
                Integer.toString(row.number()),
                row.cells().getOrDefault("email", ""),
                row.cells().getOrDefault("givenName", ""),
                row.cells().getOrDefault("familyName", ""),
                row.verdict(),
                row.decision(),
                row.sameAs().map(first -> "same as row " + first).orElse(why));
    }
}
