package nembar.server.session;

import java.util.List;
import nembar.server.session.Tokens.Token;
import org.springframework.security.authentication.AbstractAuthenticationToken;

/** A program that has come in by a token, for one request. */
public final class SignedInProgram extends AbstractAuthenticationToken {
    private static final long serialVersionUID = 1L;

    private final String service;
    private final transient Token token;

    SignedInProgram(String service, Token token) {
        super(List.of());
        this.service = service;
        this.token = token;
        setAuthenticated(true);
    }

    /** What the token stands for. */
    public Token token() {
        return token;
    }

    @Override
    public Object getPrincipal() {
        return service;
    }

    @Override
    public Object getCredentials() {
        return "";
    }
}
