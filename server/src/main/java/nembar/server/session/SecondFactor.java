package nembar.server.session;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.http.BadRequest;
import org.apache.commons.codec.binary.Base32;
import org.springframework.stereotype.Service;

/** Sets up authenticators (RFC 6238) as a second factor. */
@Service
public class SecondFactor {
    private static final int SECRET_BYTES = 20;

    private final SecureRandom random = new SecureRandom();
    private final Secrets secrets;
    private final Codes codes;
    private final SignIns signIns;
    private final Clock clock;

    SecondFactor(Secrets secrets, Codes codes, SignIns signIns, Clock clock) {
        this.secrets = secrets;
        this.codes = codes;
        this.signIns = signIns;
        this.clock = clock;
    }

    /**
     * A secret for an authenticator.
     *
     * @param secret in base 32, to be typed
     * @param address the same as an otpauth address, to be shown as a picture
     */
    public record Offer(String secret, String address) {}

    /** Whether this installation can keep one: it needs a key to encrypt it with. */
    public boolean possible() {
        return secrets.canEncrypt();
    }

    public Offer offer(Person person) {
        if (!possible()) {
            throw new BadRequest(
                    "code",
                    "Whoever runs Nembar has to set nembar.secret first: a second factor is kept"
                            + " encrypted.");
        }
        byte[] bytes = new byte[SECRET_BYTES];
        random.nextBytes(bytes);
        String secret = new Base32().encodeToString(bytes).replace("=", "");
        String label = URLEncoder.encode("Nembar:" + person.email(), StandardCharsets.UTF_8);
        return new Offer(
                secret, "otpauth://totp/" + label + "?secret=" + secret + "&issuer=Nembar");
    }

    /**
     * Asks for it no longer.
     *
     * @throws BadRequest without a code of it
     */
    public void end(Person person, String code) {
        if (!signIns.takeCode(person.key(), code)) {
            throw new BadRequest(
                    "code",
                    "Type the six digits that it shows now. Without it, somebody who administers"
                            + " Nembar can take it away.");
        }
        signIns.setSecondFactor(person.key(), Optional.empty());
    }

    /**
     * Asks for it from now on, once a code shows that the authenticator has it.
     *
     * @throws BadRequest for a code that is not of the secret
     */
    public void confirm(Person person, String secret, String code) {
        byte[] bytes = new Base32().decode(secret);
        if (codes.step(bytes, code, clock.instant()).isEmpty()) {
            throw new BadRequest(
                    "code",
                    "That is not the code it shows now. Look at the clock of the authenticator,"
                            + " and type the next one.");
        }
        signIns.setSecondFactor(person.key(), Optional.of(secrets.encrypt(bytes)));
    }
}
