package nembar.server.authzen;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import nembar.server.authzen.EvaluationService.Evaluation;
import nembar.server.governance.Programs;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The access evaluation and search endpoints of the Authorization API, and filters. */
@RestController
@RequestMapping("/access/v1")
class EvaluationController {
    private static final String REQUEST_ID = "X-Request-ID";

    private final EvaluationService evaluations;
    private final BatchService batches;
    private final SearchService searches;
    private final FilterService filters;
    private final Programs programs;

    EvaluationController(
            EvaluationService evaluations,
            BatchService batches,
            SearchService searches,
            FilterService filters,
            Programs programs) {
        this.evaluations = evaluations;
        this.batches = batches;
        this.searches = searches;
        this.filters = filters;
        this.programs = programs;
    }

    /** Echoes the caller's request id, on errors as well. */
    @ModelAttribute
    void requestId(HttpServletRequest request, HttpServletResponse response) {
        String id = request.getHeader(REQUEST_ID);
        if (id != null && id.matches("[\\x21-\\x7e]{1,200}")) {
            response.setHeader(REQUEST_ID, id);
        }
    }

    @PostMapping(path = "/evaluation", consumes = MediaType.APPLICATION_JSON_VALUE)
    @Operation(operationId = "evaluation")
    EvaluationService.Answer evaluation(@RequestBody Evaluation evaluation) {
        programs.requireAsking();
        return evaluations.evaluate(evaluation);
    }

    /** Several at once: what the whole says stands in for what one leaves out. */
    @PostMapping(path = "/evaluations", consumes = MediaType.APPLICATION_JSON_VALUE)
    @Operation(operationId = "evaluations")
    Object evaluations(@RequestBody BatchService.Evaluations batch) {
        programs.requireAsking();
        return batches.evaluate(batch);
    }

    @PostMapping(path = "/search/subject", consumes = MediaType.APPLICATION_JSON_VALUE)
    @Operation(operationId = "searchSubject")
    SearchService.Results<SearchService.FoundEntity> subjects(
            @RequestBody SearchService.Search search) {
        programs.requireAsking();
        return searches.subjects(search);
    }

    @PostMapping(path = "/search/resource", consumes = MediaType.APPLICATION_JSON_VALUE)
    @Operation(operationId = "searchResource")
    SearchService.Results<SearchService.FoundEntity> resources(
            @RequestBody SearchService.Search search) {
        programs.requireAsking();
        return searches.resources(search);
    }

    @PostMapping(path = "/search/action", consumes = MediaType.APPLICATION_JSON_VALUE)
    @Operation(operationId = "searchAction")
    SearchService.Results<SearchService.ActionName> actions(
            @RequestBody SearchService.Search search) {
        programs.requireAsking();
        return searches.actions(search);
    }

    /** What a subject may do, as a filter for the application's own query. */
    @PostMapping(path = "/filter", consumes = MediaType.APPLICATION_JSON_VALUE)
    @Operation(operationId = "recordFilter")
    FilterService.Filter filter(@RequestBody FilterService.FilterAsked asked) {
        programs.requireAsking();
        return filters.filter(asked);
    }
}
