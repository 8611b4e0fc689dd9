package nembar.server.session;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import nembar.server.http.Problems;
import nembar.server.session.Tokens.Token;
import org.springframework.security.authentication.AuthenticationServiceException;
import org.springframework.security.config.ObjectPostProcessor;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.oauth2.core.DefaultOAuth2AuthenticatedPrincipal;
import org.springframework.security.oauth2.core.OAuth2AuthenticatedPrincipal;
import org.springframework.security.oauth2.server.resource.introspection.BadOpaqueTokenException;
import org.springframework.security.oauth2.server.resource.introspection.OAuth2IntrospectionException;
import org.springframework.security.oauth2.server.resource.introspection.OpaqueTokenAuthenticationConverter;
import org.springframework.security.oauth2.server.resource.introspection.OpaqueTokenIntrospector;
import org.springframework.security.oauth2.server.resource.web.authentication.BearerTokenAuthenticationFilter;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.stereotype.Component;

/** Signs a program in as a service by the bearer token it sends, for this one request. */
@Component
class TokenIntrospection implements OpaqueTokenIntrospector, OpaqueTokenAuthenticationConverter {
    private static final String TOKEN = "nembar.token";

    private final Tokens tokens;
    private final Problems problems;

    TokenIntrospection(Tokens tokens, Problems problems) {
        this.tokens = tokens;
        this.problems = problems;
    }

    @Override
    public OAuth2AuthenticatedPrincipal introspect(String value) {
        Token token;
        try {
            token = tokens.find(value).filter(one -> one.service().isPresent()).orElse(null);
        } catch (RuntimeException failed) {
            throw new OAuth2IntrospectionException("tokens cannot be looked up", failed);
        }
        if (token == null) {
            throw new BadOpaqueTokenException("no such token");
        }
        return new DefaultOAuth2AuthenticatedPrincipal(
                token.service().get(), Map.of(TOKEN, token), List.of());
    }

    @Override
    public Authentication convert(String value, OAuth2AuthenticatedPrincipal program) {
        return new SignedInProgram(program.getName(), program.getAttribute(TOKEN));
    }

    /** Answers what failed by the entry point, and by a problem where the database is away. */
    ObjectPostProcessor<BearerTokenAuthenticationFilter> answering(AuthenticationEntryPoint entry) {
        return new ObjectPostProcessor<>() {
            @Override
            public <F extends BearerTokenAuthenticationFilter> F postProcess(F filter) {
                filter.setAuthenticationFailureHandler(
                        (request, response, failed) -> failed(entry, request, response, failed));
                return filter;
            }
        };
    }

    private void failed(
            AuthenticationEntryPoint entry,
            HttpServletRequest request,
            HttpServletResponse response,
            AuthenticationException failed)
            throws IOException, jakarta.servlet.ServletException {
        if (failed instanceof AuthenticationServiceException) {
            problems.write(request, response, problems.unforeseen(failed));
        } else {
            entry.commence(request, response, failed);
        }
    }
}
