package nembar.server.session;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import java.util.regex.Pattern;
import nembar.server.http.Problems;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandler;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.header.writers.CrossOriginOpenerPolicyHeaderWriter.CrossOriginOpenerPolicy;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/** Who may knock at all: programs by bearer token, people by session. */
@Configuration
class Security {
    private static final String CONTENT =
            "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:;"
                    + " object-src 'none'; base-uri 'none'; frame-ancestors 'none'";

    private static final String NO_DEVICES =
            "camera=(), microphone=(), geolocation=(), payment=(), usb=()";

    private static final Pattern DESIGN =
            Pattern.compile("/api/applications/[^/]+/design(/part|/check|/propose)?");

    /** Questions; what is theirs to ask, services are told as people are. */
    private static final Pattern QUESTION =
            Pattern.compile(
                    "/api/(ask/(?!questions).+|applications/[^/]+/(who-can|matrix|role-matrix"
                            + "|difference|mends|roles/[^/]+/difference/.+)(\\.csv|\\.xlsx)?)");

    private static final String SESSIONS_OF_PERSON =
            """
            SELECT S.PRIMARY_ID, S.SESSION_ID, S.CREATION_TIME, S.LAST_ACCESS_TIME,
                S.MAX_INACTIVE_INTERVAL, SA.ATTRIBUTE_NAME, SA.ATTRIBUTE_BYTES
            FROM %TABLE_NAME% S
            LEFT JOIN %TABLE_NAME%_ATTRIBUTES SA ON S.PRIMARY_ID = SA.SESSION_PRIMARY_ID
            WHERE S.PRINCIPAL_NAME = ?
            ORDER BY S.PRIMARY_ID
            """;

    private final Problems problems;

    Security(Problems problems) {
        this.problems = problems;
    }

    /**
     * @param cost of hashing one, as a power of two of rounds
     */
    @Bean
    static PasswordEncoder passwordEncoder(@Value("${nembar.sign-in.hash-cost}") int cost) {
        return new BCryptPasswordEncoder(cost);
    }

    /**
     * There is no other way in than {@link SignIns}; Spring is not to make up a user of its own.
     */
    @Bean
    static UserDetailsService noUsers() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }

    /**
     * Spring Session reads the sessions of a person row by row, an attribute each, and takes those
     * of one session for two where they do not come together; what was written last would hide the
     * rest, and a session could not be listed or ended.
     */
    @Bean
    static SessionRepositoryCustomizer<JdbcIndexedSessionRepository> sessionsTogether() {
        return sessions -> sessions.setListSessionsByPrincipalNameQuery(SESSIONS_OF_PERSON);
    }

    @Bean
    @Order(1)
    SecurityFilterChain programsIn(HttpSecurity http, TokenIntrospection introspection)
            throws Exception {
        AuthenticationEntryPoint entry =
                unknown(
                        "Send a bearer token that Nembar knows, in the Authorization header.",
                        "Bearer");
        return http.securityMatcher(Security::ofProgram)
                .authorizeHttpRequests(
                        all ->
                                // A file that is being written was asked for with the token.
                                all.dispatcherTypeMatchers(DispatcherType.ASYNC)
                                        .permitAll()
                                        .anyRequest()
                                        .authenticated())
                .sessionManagement(
                        session -> session.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .csrf(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .oauth2ResourceServer(
                        server ->
                                server.authenticationEntryPoint(entry)
                                        .opaqueToken(
                                                opaque ->
                                                        opaque.introspector(introspection)
                                                                .authenticationConverter(
                                                                        introspection))
                                        .withObjectPostProcessor(introspection.answering(entry)))
                .exceptionHandling(errors -> errors.authenticationEntryPoint(entry))
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain peopleIn(HttpSecurity http, Cookies cookies) throws Exception {
        return http.authorizeHttpRequests(
                        paths ->
                                paths.requestMatchers(HttpMethod.POST, "/api/session")
                                        .permitAll()
                                        .requestMatchers(
                                                HttpMethod.POST,
                                                "/api/entry/*",
                                                "/api/join",
                                                "/api/join/*")
                                        .permitAll()
                                        .requestMatchers("/api/**")
                                        .authenticated()
                                        .anyRequest()
                                        .permitAll())
                .csrf(csrf -> csrf.spa().csrfTokenRepository(cookies.csrf()))
                .requestCache(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .httpBasic(AbstractHttpConfigurer::disable)
                .formLogin(AbstractHttpConfigurer::disable)
                .headers(
                        headers ->
                                headers.contentSecurityPolicy(it -> it.policyDirectives(CONTENT))
                                        .referrerPolicy(it -> it.policy(ReferrerPolicy.SAME_ORIGIN))
                                        .permissionsPolicyHeader(it -> it.policy(NO_DEVICES))
                                        .crossOriginOpenerPolicy(
                                                it ->
                                                        it.policy(
                                                                CrossOriginOpenerPolicy
                                                                        .SAME_ORIGIN)))
                .exceptionHandling(
                        errors ->
                                errors.authenticationEntryPoint(
                                                unknown(
                                                        "You are not signed in, or have been"
                                                                + " signed out after a while. Sign in"
                                                                + " again; your question is still in"
                                                                + " the address.",
                                                        null))
                                        .accessDeniedHandler(stale()))
                .build();
    }

    /**
     * Decisions, and designs and questions where a bearer token is sent; whoever has a session
     * comes in by it.
     */
    private static boolean ofProgram(HttpServletRequest request) {
        String path = request.getRequestURI();
        return path.startsWith("/access/")
                || (DESIGN.matcher(path).matches() || QUESTION.matcher(path).matches())
                        && Bearer.sent(request).isPresent();
    }

    /** An address that holds what could be read in two ways is answered like any other mistake. */
    @Bean
    RequestRejectedHandler rejected() {
        return (request, response, rejected) ->
                problems.write(
                        request,
                        response,
                        Problems.of(
                                HttpStatus.BAD_REQUEST,
                                "That cannot be answered",
                                "A character is in the address that no address may have."));
    }

    private AuthenticationEntryPoint unknown(String detail, String scheme) {
        return (request, response, failed) -> {
            if (scheme != null) {
                response.setHeader("WWW-Authenticate", scheme);
            }
            problems.write(
                    request,
                    response,
                    Problems.of(HttpStatus.UNAUTHORIZED, "Not signed in", detail));
        };
    }

    private AccessDeniedHandler stale() {
        return (request, response, denied) -> {
            problems.refused(request, "no token against forged requests");
            problems.write(
                    request,
                    response,
                    Problems.of(
                            HttpStatus.FORBIDDEN,
                            "This page is out of date",
                            "The request did not carry the token that protects you from forged"
                                    + " ones. Load the page again."));
        };
    }
}
