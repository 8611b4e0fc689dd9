package nembar.server.http;

import jakarta.persistence.OptimisticLockException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.securitylog.SecurityLog;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.security.core.AuthenticationException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every error as an RFC 9457 problem detail: what is wrong, where ({@code problems}, with paths),
 * why ({@code because}), and what to do. What is not foreseen says only that, and goes to the log.
 */
@RestControllerAdvice
public class Problems extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    private final JsonMapper json;
    private final SecurityLog log;

    Problems(JsonMapper json, SecurityLog log) {
        this.json = json;
        this.log = log;
    }

    @ExceptionHandler
    ResponseEntity<Object> refused(ModelRefused refused) {
        ProblemDetail detail =
                of(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "The design was not taken in",
                        refused.problems().size() == 1
                                ? "One thing is wrong with it; nothing was changed."
                                : refused.problems().size()
                                        + " things are wrong with it; nothing was changed.");
        return answer(with(detail, refused.problems()));
    }

    @ExceptionHandler
    ResponseEntity<Object> refused(Refused refused, HttpServletRequest request) {
        refused(request, refused.getMessage());
        ProblemDetail detail =
                of(HttpStatus.FORBIDDEN, "You may not do this", refused.getMessage());
        detail.setProperty("because", refused.because());
        return answer(detail);
    }

    /** Notes that somebody was told no. */
    public void refused(HttpServletRequest request, String why) {
        log.note(
                "refused",
                "who",
                request.getUserPrincipal() == null ? "" : request.getUserPrincipal().getName(),
                "method",
                request.getMethod(),
                "path",
                request.getRequestURI(),
                "from",
                request.getRemoteAddr(),
                "why",
                why);
    }

    @ExceptionHandler
    ResponseEntity<Object> notFound(NotFound missing) {
        ProblemDetail detail = of(HttpStatus.NOT_FOUND, "Not found", missing.getMessage());
        return answer(with(detail, List.of(new Problem(missing.path(), missing.getMessage()))));
    }

    @ExceptionHandler
    ResponseEntity<Object> badRequest(BadRequest wrong) {
        return answer(bad(wrong.path(), wrong.getMessage()));
    }

    @ExceptionHandler
    ResponseEntity<Object> wrongType(MethodArgumentTypeMismatchException wrong) {
        return answer(bad(wrong.getName(), "`" + wrong.getValue() + "` does not fit here."));
    }

    @ExceptionHandler({
        OptimisticLockException.class,
        ObjectOptimisticLockingFailureException.class
    })
    ResponseEntity<Object> overtaken(Exception overtaken) {
        return answer(
                of(
                        HttpStatus.CONFLICT,
                        "Somebody else was faster",
                        "The design has been changed since you read it; nothing of yours was"
                                + " written. Read it again and bring your changes to that."));
    }

    @ExceptionHandler
    ResponseEntity<Object> overtaken(Overtaken overtaken) {
        ProblemDetail detail =
                of(HttpStatus.CONFLICT, "Somebody else was faster", overtaken.getMessage());
        detail.setProperty("overtaken", true);
        return answer(detail);
    }

    @ExceptionHandler
    ResponseEntity<Object> recordsAway(RecordsAway away) {
        LOG.warn("{}", away.getMessage());
        return answer(
                of(
                        HttpStatus.SERVICE_UNAVAILABLE,
                        away.getMessage(),
                        "Numbers and lists of records wait for that database. What rests on the"
                                + " design and the directory alone is answered all the same."));
    }

    @ExceptionHandler
    ResponseEntity<Object> tooLarge(TooLarge large) {
        return answer(tooLarge(large.limit()));
    }

    @ExceptionHandler
    ResponseEntity<Object> tooOften(TooOften often) {
        return answer(tooOften(often.getMessage(), often.until()));
    }

    /** The problem detail for whoever has to wait. */
    public static ProblemDetail tooOften(String why, Instant until) {
        String clock =
                DateTimeFormatter.ofPattern("HH:mm", Locale.ENGLISH)
                        .withZone(ZoneId.systemDefault())
                        .format(until);
        return of(
                HttpStatus.TOO_MANY_REQUESTS,
                "Wait for a while",
                why + " Try again after " + clock + ".");
    }

    @ExceptionHandler
    ResponseEntity<Object> nobody(AuthenticationException out) {
        return answer(
                of(
                        HttpStatus.UNAUTHORIZED,
                        "Not signed in",
                        "Nobody active is signed in here any more. Sign in again."));
    }

    @ExceptionHandler
    ResponseEntity<Object> anythingElse(Exception failed) {
        return answer(unforeseen(failed));
    }

    /** The problem detail for what nobody foresaw: a database that is away, or a defect of ours. */
    public ProblemDetail unforeseen(Exception failed) {
        if (SqlErrors.unstorable(failed)) {
            return bad("", "A character is in the request that no text may have.");
        }
        if (SqlErrors.away(failed)) {
            LOG.warn("the database does not answer: {}", failed.getMessage());
            return of(
                    HttpStatus.SERVICE_UNAVAILABLE,
                    "The database does not answer",
                    "Try again in a moment, and look first whether what you wanted is done; if it"
                            + " lasts, ask whoever runs Nembar to look at PostgreSQL.");
        }
        LOG.error("a request failed", failed);
        return of(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something went wrong",
                "This should not have happened, and is in the server's log. Try again; if it comes"
                        + " back, tell whoever runs Nembar when it was.");
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException unread,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        for (Throwable cause = unread; cause != null; cause = cause.getCause()) {
            if (cause instanceof TooLarge large) {
                return answer(tooLarge(large.limit()));
            }
            if (cause instanceof JacksonException malformed) {
                String where =
                        malformed.getPath().isEmpty() && malformed.getLocation() != null
                                ? "line "
                                        + malformed.getLocation().getLineNr()
                                        + ", column "
                                        + malformed.getLocation().getColumnNr()
                                : path(malformed.getPath());
                return answer(
                        bad(
                                where,
                                malformed.getPath().isEmpty()
                                        ? "The body is no JSON that can be read."
                                        : "A value of another shape is expected here."));
            }
        }
        return answer(bad("", "A JSON body is expected."));
    }

    /** As in {@code areas[2].name}. */
    private static String path(List<JacksonException.Reference> references) {
        StringBuilder path = new StringBuilder();
        for (JacksonException.Reference one : references) {
            if (one.getPropertyName() == null) {
                path.append('[').append(one.getIndex()).append(']');
            } else {
                path.append(path.isEmpty() ? "" : ".").append(one.getPropertyName());
            }
        }
        return path.toString();
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException invalid,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        List<Problem> problems =
                invalid.getBindingResult().getFieldErrors().stream()
                        .map(one -> new Problem(one.getField(), "Fill in " + one.getField() + "."))
                        .toList();
        String first = problems.isEmpty() ? "Something is missing." : problems.get(0).message();
        return answer(with(of(HttpStatus.BAD_REQUEST, "That cannot be answered", first), problems));
    }

    @Override
    protected ResponseEntity<Object> handleMissingServletRequestParameter(
            MissingServletRequestParameterException missing,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        return answer(
                bad(missing.getParameterName(), "Fill in " + missing.getParameterName() + "."));
    }

    /** The problem detail for a body over the limit, in bytes. */
    ProblemDetail tooLarge(long limit) {
        return of(
                HttpStatus.CONTENT_TOO_LARGE,
                "The request is too large",
                "At most " + limit / (1024 * 1024) + " MB are taken here; nothing was changed.");
    }

    /** Writes a problem from outside Spring's controllers. */
    public void write(
            HttpServletRequest request, HttpServletResponse response, ProblemDetail detail)
            throws IOException {
        detail.setInstance(URI.create(request.getRequestURI()));
        response.setStatus(detail.getStatus());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(detail));
    }

    /** A problem detail of this status. */
    public static ProblemDetail of(HttpStatus status, String title, String detail) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setTitle(title);
        return problem;
    }

    static ProblemDetail bad(String path, String message) {
        ProblemDetail detail = of(HttpStatus.BAD_REQUEST, "That cannot be answered", message);
        return with(detail, List.of(new Problem(path, message)));
    }

    private static ProblemDetail with(ProblemDetail detail, List<Problem> problems) {
        detail.setProperty(
                "problems",
                problems.stream()
                        .map(one -> Map.of("path", one.path(), "message", one.message()))
                        .toList());
        return detail;
    }

    private static ResponseEntity<Object> answer(ProblemDetail detail) {
        return ResponseEntity.status(detail.getStatus())
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(detail);
    }
}
