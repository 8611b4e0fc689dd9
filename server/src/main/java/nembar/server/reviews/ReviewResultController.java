package nembar.server.reviews;

import io.swagger.v3.oas.annotations.Operation;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.time.ZoneOffset;
import nembar.server.document.DocumentJson;
import nembar.server.http.BadRequest;
import nembar.server.http.Csv;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.reviews.ReviewClosing.ResultChecked;
import nembar.server.session.Me;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The sealed results of access reviews, as files, and whether they are as they were sealed. */
@RestController
@RequestMapping("/api/reviews")
class ReviewResultController {
    private final Reviews reviews;
    private final ReviewClosing closing;
    private final Models models;
    private final Me me;

    ReviewResultController(Reviews reviews, ReviewClosing closing, Models models, Me me) {
        this.reviews = reviews;
        this.closing = closing;
        this.models = models;
        this.me = me;
    }

    /** Whether the sealed result is as it was sealed. */
    @GetMapping("/{id}/check")
    @Operation(operationId = "checkReview")
    @Transactional(readOnly = true)
    public ResultChecked check(@PathVariable String id) {
        return closing.check(reviews.visible(me.person(), id));
    }

    /** Whether a file is the result of a review, as it was sealed here. */
    @PostMapping(value = "/results/file", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Operation(operationId = "checkReviewFile")
    @Transactional(readOnly = true)
    public ResultChecked checkFile(@RequestBody(required = false) byte[] document) {
        ReviewRow row =
                closing.ofFile(document == null ? new byte[0] : document)
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "file",
                                                "This is no result that was sealed here, or it was"
                                                        + " changed since."));
        return closing.check(reviews.visible(me.person(), row.id));
    }

    /** The result, exactly as it was sealed. */
    @GetMapping(path = "/{id}/result.json", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Operation(operationId = "reviewResult")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> json(@PathVariable String id) {
        return file(
                sealed(id).document.getBytes(StandardCharsets.UTF_8),
                "json",
                MediaType.APPLICATION_OCTET_STREAM_VALUE);
    }

    @GetMapping(path = "/{id}/result.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    @Operation(operationId = "reviewResultPdf")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> pdf(@PathVariable String id) {
        ReviewRow row = sealed(id);
        ZoneId zone =
                models.find(row.application)
                        .map(one -> one.model().application().zone())
                        .orElse(ZoneOffset.UTC);
        return file(
                ReviewFiles.pdf(result(row), row.digest, zone),
                "pdf",
                MediaType.APPLICATION_PDF_VALUE);
    }

    @GetMapping(path = "/{id}/result.csv", produces = "text/csv")
    @Operation(operationId = "reviewResultCsv")
    @Transactional(readOnly = true)
    public ResponseEntity<StreamingResponseBody> csv(@PathVariable String id) {
        ReviewRow row = sealed(id);
        return Csv.file(
                "review.csv", ReviewFiles.COLUMNS, ReviewFiles.rows(result(row), row.digest));
    }

    private static ReviewResult result(ReviewRow row) {
        return DocumentJson.element(row.document, ReviewResult.class);
    }

    private ReviewRow sealed(String id) {
        ReviewRow row = reviews.visible(me.person(), id);
        reviews.requireLeading(me.person(), row);
        if (row.document == null) {
            throw new BadRequest(
                    "review",
                    row.open()
                            ? "It has no result until it has ended."
                            : "Its changes are a draft; publish or discard that, and the result is"
                                    + " sealed.");
        }
        return row;
    }

    private static ResponseEntity<byte[]> file(byte[] bytes, String ending, String type) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"review." + ending + "\"")
                .body(bytes);
    }
}
