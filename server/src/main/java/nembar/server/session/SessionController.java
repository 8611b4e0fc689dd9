package nembar.server.session;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.http.BadRequest;
import nembar.server.http.Problems;
import nembar.server.model.Models;
import nembar.server.securitylog.SecurityLog;
import nembar.server.session.SignIns.From;
import nembar.server.session.SignIns.Outcome;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The session: sign in, who am I, sign out. */
@RestController
@RequestMapping("/api/session")
class SessionController {
    private final SignIns signIns;
    private final Sessions sessions;
    private final Acting acting;
    private final Cookies cookies;
    private final KnownDevices devices;
    private final SecurityLog log;
    private final Models models;
    private final Me me;
    private final HttpSessionSecurityContextRepository contexts =
            new HttpSessionSecurityContextRepository();

    SessionController(
            SignIns signIns,
            Sessions sessions,
            Acting acting,
            Cookies cookies,
            KnownDevices devices,
            SecurityLog log,
            Models models,
            Me me) {
        this.signIns = signIns;
        this.sessions = sessions;
        this.acting = acting;
        this.cookies = cookies;
        this.devices = devices;
        this.log = log;
        this.models = models;
        this.me = me;
    }

    /**
     * @param code of the second factor, where one is asked for
     */
    record Credentials(@NotNull String email, @NotNull String password, String code) {}

    /** An account one may act for. */
    record ActingFor(String key, String name) {}

    /**
     * Who is signed in.
     *
     * @param account the account they act for, where they may choose
     * @param startPlace where they begin; empty where they have not said
     * @param dateStyle how dates are written for them: dayFirst where it is empty, monthFirst or
     *     iso
     */
    record SignedIn(
            String person,
            String name,
            String email,
            String initials,
            String timeZone,
            String startPlace,
            String dateStyle,
            Optional<ActingFor> account,
            List<ActingFor> accounts) {}

    record Choice(@NotNull String account) {}

    @PostMapping
    @Operation(operationId = "signIn")
    SignedIn signIn(
            @Valid @RequestBody Credentials credentials,
            HttpServletRequest request,
            HttpServletResponse response) {
        if (credentials.email().isBlank()) {
            throw new BadRequest("email", "Fill in your e-mail address.");
        }
        if (credentials.password().isEmpty()) {
            throw new BadRequest("password", "Fill in your password.");
        }
        Outcome outcome =
                signIns.tryToSignIn(
                        credentials.email(),
                        credentials.password(),
                        Objects.requireNonNullElse(credentials.code(), ""),
                        from(request));
        if (outcome instanceof Outcome.Welcome welcome) {
            request.getSession();
            request.changeSessionId();
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(
                    UsernamePasswordAuthenticationToken.authenticated(
                            welcome.person().key(), null, List.of()));
            SecurityContextHolder.setContext(context);
            contexts.saveContext(context, request, response);
            From from = from(request);
            sessions.entered(request.getSession(), from.address(), from.agent());
            acting.begin(request.getSession(), welcome.person());
            cookies.device(
                    response,
                    devices.remember(welcome.person().key(), from.device()),
                    KnownDevices.KEPT);
            return signedIn(welcome.person());
        }
        if (outcome instanceof Outcome.CodeWanted) {
            ProblemDetail wanted =
                    Problems.of(
                            HttpStatus.UNAUTHORIZED,
                            "One more step",
                            "Type the six digits that your authenticator shows now.");
            wanted.setProperty("wanted", "code");
            throw new ErrorResponseException(HttpStatus.UNAUTHORIZED, wanted, null);
        }
        if (outcome instanceof Outcome.LockedByHand) {
            throw problem(
                    HttpStatus.FORBIDDEN,
                    "Your sign-in is locked",
                    "Somebody who administers Nembar has locked it. Ask them to unlock it.");
        }
        if (outcome instanceof Outcome.HeldBack held) {
            String name = accountName(held.account());
            throw problem(
                    HttpStatus.FORBIDDEN,
                    "Not open yet, or not any more",
                    name
                            + " is not released, or its time here has ended. Ask whoever invited"
                            + " you.");
        }
        if (outcome instanceof Outcome.Locked locked) {
            throw new ErrorResponseException(
                    HttpStatus.TOO_MANY_REQUESTS,
                    Problems.tooOften(
                            "There were too many wrong tries for this address, or from here.",
                            locked.until()),
                    null);
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

    /** Acts for another of one's accounts from now on. */
    @PutMapping("/account")
    @Operation(operationId = "actFor")
    SignedIn actFor(@Valid @RequestBody Choice choice, HttpServletRequest request) {
        Person person = me.person();
        if (!person.accounts().contains(choice.account())) {
            throw new BadRequest("account", "You do not belong to that account.");
        }
        acting.choose(request.getSession(), person, choice.account());
        return signedIn(person);
    }

    @DeleteMapping
    @Operation(operationId = "signOut")
    ResponseEntity<Void> signOut(HttpServletRequest request) {
        if (request.getSession(false) != null) {
            if (request.getUserPrincipal() != null) {
                log.note("sign-out", "who", request.getUserPrincipal().getName());
            }
            request.getSession().invalidate();
        }
        SecurityContextHolder.clearContext();
        return ResponseEntity.noContent().build();
    }

    private static ErrorResponseException problem(HttpStatus status, String title, String detail) {
        return new ErrorResponseException(status, Problems.of(status, title, detail), null);
    }

    private From from(HttpServletRequest request) {
        String agent = Objects.requireNonNullElse(request.getHeader(HttpHeaders.USER_AGENT), "");
        return new From(request.getRemoteAddr(), Devices.words(agent), cookies.device(request));
    }

    private String accountName(String key) {
        return models.directory().accountName(key);
    }

    private SignedIn signedIn(Person person) {
        String initials =
                person.givenName().substring(0, person.givenName().offsetByCodePoints(0, 1))
                        + (person.familyName().isEmpty()
                                ? ""
                                : person.familyName()
                                        .substring(
                                                0, person.familyName().offsetByCodePoints(0, 1)));
        List<ActingFor> accounts =
                person.accounts().stream()
                        .map(key -> new ActingFor(key, accountName(key)))
                        .toList();
        Optional<String> account = acting.accountOf(person);
        return new SignedIn(
                person.key(),
                person.name(),
                person.email(),
                initials.toUpperCase(Locale.ROOT),
                person.zone().getId(),
                acting.startPlace(person).orElse(""),
                acting.dateStyle(person),
                accounts.stream()
                        .filter(one -> account.filter(one.key()::equals).isPresent())
                        .findFirst(),
                accounts.size() > 1 ? accounts : List.of());
    }
}
