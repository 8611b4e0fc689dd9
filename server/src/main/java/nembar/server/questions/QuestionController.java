package nembar.server.questions;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import nembar.server.session.Me;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The questions that one asked lately and keeps, and those that others share. */
@RestController
@RequestMapping("/api/ask/questions")
class QuestionController {
    private final QuestionService questions;
    private final Me me;

    QuestionController(QuestionService questions, Me me) {
        this.questions = questions;
        this.me = me;
    }

    /**
     * A question as it was asked.
     *
     * @param name the question as a sentence, or what one calls it
     * @param address where it is asked, from the root of the site: {@code /ask/what-can?person=...}
     */
    record Said(String application, @NotNull String name, @NotNull String address) {}

    /**
     * What is to become of a question that is kept; what is left out stays as it is.
     *
     * @param version the one that was seen
     */
    record QuestionEdit(String name, Boolean shared, Boolean onDesk, Long version) {}

    /**
     * A question.
     *
     * @param owner name of whoever asked it or keeps it
     * @param shared whether others find it, who may view what it is about
     * @param onDesk whether it stands on its owner's Desk
     */
    record QuestionShown(
            String id,
            String name,
            String address,
            String application,
            String owner,
            boolean shared,
            boolean onDesk,
            Instant askedAt,
            long version) {}

    /**
     * Questions, the last first.
     *
     * @param shared those that others share, as far as one may view whom they are about
     */
    record Questions(
            List<QuestionShown> recent, List<QuestionShown> kept, List<QuestionShown> shared) {}

    @GetMapping
    @Operation(operationId = "questions")
    Questions questions() {
        return questions.of(me.person());
    }

    /** Keeps that a question was asked, among the last ones. */
    @PostMapping("/recent")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(operationId = "noteQuestion")
    void asked(@Valid @RequestBody Said said) {
        questions.asked(me.person(), said);
    }

    /** Keeps a question until it is forgotten. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @Operation(operationId = "keepQuestion")
    QuestionShown keep(@Valid @RequestBody Said said) {
        return questions.keep(me.person(), said);
    }

    /** Renames it, shares it, or puts it on one's Desk. */
    @PutMapping("/{id}")
    @Operation(operationId = "changeQuestion")
    QuestionShown change(@PathVariable String id, @RequestBody QuestionEdit edit) {
        return questions.change(me.person(), id, edit);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(operationId = "forgetQuestion")
    void forget(@PathVariable String id) {
        questions.forget(me.person(), id);
    }
}
