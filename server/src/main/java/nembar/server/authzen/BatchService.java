package nembar.server.authzen;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import nembar.server.authzen.EvaluationService.Action;
import nembar.server.authzen.EvaluationService.Answer;
import nembar.server.authzen.EvaluationService.Entity;
import nembar.server.authzen.EvaluationService.Evaluation;
import nembar.server.http.BadRequest;
import org.springframework.stereotype.Service;

/** Evaluates several requests of the Authorization API in order, with its three semantics. */
@Service
class BatchService {
    private static final int AT_MOST = 1_000;

    private final EvaluationService evaluations;
    private final Subjects subjects;

    BatchService(EvaluationService evaluations, Subjects subjects) {
        this.evaluations = evaluations;
        this.subjects = subjects;
    }

    /**
     * Requests, and what stands in for the parts they leave out.
     *
     * @param options evaluations_semantic: execute_all, deny_on_first_deny, permit_on_first_permit
     */
    record Evaluations(
            Entity subject,
            Action action,
            Entity resource,
            Map<String, Object> context,
            List<Evaluation> evaluations,
            Map<String, Object> options) {}

    record Answers(List<Answer> evaluations) {}

    /** An answer for each, cut short where the semantic says so; without any, a single answer. */
    Object evaluate(Evaluations batch) {
        if (batch.evaluations() == null || batch.evaluations().isEmpty()) {
            return evaluations.evaluate(
                    new Evaluation(
                            batch.subject(), batch.action(), batch.resource(), batch.context()));
        }
        if (batch.evaluations().size() > AT_MOST) {
            throw new BadRequest("evaluations", "Ask at most " + AT_MOST + " at once.");
        }
        String semantic = semantic(batch);
        RequestScope scope = scope(batch);
        List<Answer> answers = new ArrayList<>();
        for (int i = 0; i < batch.evaluations().size(); i++) {
            Answer answer = one(batch, i, scope);
            answers.add(answer);
            boolean enough =
                    semantic.equals("deny_on_first_deny") && !answer.decision()
                            || semantic.equals("permit_on_first_permit") && answer.decision();
            if (enough) {
                break;
            }
        }
        return new Answers(answers);
    }

    /** What they share, told which records they ask about. */
    private RequestScope scope(Evaluations batch) {
        RequestScope scope = subjects.scope();
        for (Evaluation one : batch.evaluations()) {
            Entity of = one.resource() != null ? one.resource() : batch.resource();
            if (of != null
                    && EvaluationService.filled(of.type())
                    && EvaluationService.filled(of.id())
                    && !EvaluationService.hasProperties(of)) {
                scope.want(of.type().split("\\.", 2)[0], of.id());
            }
        }
        return scope;
    }

    private Answer one(Evaluations batch, int index, RequestScope scope) {
        Evaluation own = batch.evaluations().get(index);
        try {
            return evaluations.evaluate(
                    new Evaluation(
                            own.subject() != null ? own.subject() : batch.subject(),
                            own.action() != null ? own.action() : batch.action(),
                            own.resource() != null ? own.resource() : batch.resource(),
                            own.context() != null ? own.context() : batch.context()),
                    scope);
        } catch (BadRequest malformed) {
            // One that cannot be evaluated is a no of its own; the others are answered.
            return new Answer(
                    false,
                    Map.of(
                            "error",
                            Map.of(
                                    "status",
                                    400,
                                    "message",
                                    "evaluations["
                                            + index
                                            + "]."
                                            + malformed.path()
                                            + ": "
                                            + malformed.getMessage()),
                            "reasons",
                            List.of(malformed.getMessage())));
        }
    }

    private static String semantic(Evaluations batch) {
        Object said = batch.options() == null ? null : batch.options().get("evaluations_semantic");
        String semantic = said == null ? "execute_all" : said.toString();
        if (!List.of("execute_all", "deny_on_first_deny", "permit_on_first_permit")
                .contains(semantic)) {
            throw new BadRequest(
                    "options.evaluations_semantic",
                    "Use execute_all, deny_on_first_deny or permit_on_first_permit.");
        }
        return semantic;
    }
}
