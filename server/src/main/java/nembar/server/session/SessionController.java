package nembar.server.session;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import nembar.core.directory.Person;
import nembar.server.http.BadRequest;
import nembar.server.http.Problems;
import nembar.server.session.SignIns.Outcome;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The session: sign in, who am I, sign out. */
@RestController
@RequestMapping("/api/session")
class SessionController {
    private final SignIns signIns;
    private final Me me;
    private final HttpSessionSecurityContextRepository contexts =
            new HttpSessionSecurityContextRepository();

    SessionController(SignIns signIns, Me me) {
        this.signIns = signIns;
        this.me = me;
    }

    record Credentials(String email, String password) {}

    /** Who is signed in. */
    record SignedIn(String person, String name, String email, String initials) {}

    @PostMapping
    @Operation(operationId = "signIn")
    SignedIn signIn(
            @RequestBody Credentials credentials,
            HttpServletRequest request,
            HttpServletResponse response) {
        if (credentials.email() == null || credentials.email().isBlank()) {
            throw new BadRequest("email", "Fill in your e-mail address.");
        }
        if (credentials.password() == null || credentials.password().isEmpty()) {
            throw new BadRequest("password", "Fill in your password.");
        }
        Outcome outcome = signIns.tryToSignIn(credentials.email(), credentials.password());
        if (outcome instanceof Outcome.Welcome welcome) {
            request.getSession();
            request.changeSessionId();
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(
                    UsernamePasswordAuthenticationToken.authenticated(
                            welcome.person().key(), null, List.of()));
            SecurityContextHolder.setContext(context);
            contexts.saveContext(context, request, response);
            return signedIn(welcome.person());
        }
        if (outcome instanceof Outcome.Locked locked) {
            String until =
                    DateTimeFormatter.ofPattern("HH:mm", Locale.ENGLISH)
                            .withZone(ZoneId.systemDefault())
                            .format(locked.until());
            throw problem(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "Locked for a while",
                    "There were too many wrong tries for this address. Try again after "
                            + until
                            + ".");
        }
        throw problem(
                HttpStatus.UNAUTHORIZED,
                "Not signed in",
                "This e-mail address and password do not go together, or the person is not"
                        + " active. Check both and try again.");
    }

    @GetMapping
    @Operation(operationId = "session")
    SignedIn session() {
        return signedIn(me.person());
    }

    @DeleteMapping
    @Operation(operationId = "signOut")
    ResponseEntity<Void> signOut(HttpServletRequest request) {
        if (request.getSession(false) != null) {
            request.getSession().invalidate();
        }
        SecurityContextHolder.clearContext();
        return ResponseEntity.noContent().build();
    }

    private static ErrorResponseException problem(HttpStatus status, String title, String detail) {
        return new ErrorResponseException(status, Problems.of(status, title, detail), null);
    }

    private static SignedIn signedIn(Person person) {
        String initials =
                person.givenName().substring(0, 1)
                        + (person.familyName().isEmpty()
                                ? ""
                                : person.familyName().substring(0, 1));
        return new SignedIn(
                person.key(), person.name(), person.email(), initials.toUpperCase(Locale.ROOT));
    }
}
