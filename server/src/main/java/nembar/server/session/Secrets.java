package nembar.server.session;

import java.security.SecureRandom;
import java.util.Base64;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.crypto.encrypt.AesBytesEncryptor;
import org.springframework.security.crypto.encrypt.AesBytesEncryptor.CipherAlgorithm;
import org.springframework.security.crypto.keygen.KeyGenerators;
import org.springframework.stereotype.Component;

/**
 * Makes tokens, hashes them, and encrypts what has to be read again. The key comes from the setting
 * {@code nembar.secret} and is kept outside the database.
 */
@Component
public class Secrets {
    private static final int TOKEN_BYTES = 32;
    private static final int GCM_BYTES = 16;

    private final SecureRandom random = new SecureRandom();
    private final String secret;

    Secrets(@Value("${nembar.secret:}") String secret) {
        this.secret = secret;
    }

    /** A random token that may stand in an address. */
    public String token() {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** A number from 0, below the bound. */
    public int number(int bound) {
        return random.nextInt(bound);
    }

    /** What is kept of a token: tokens are long and random, so a plain SHA-256 of them does. */
    public static String hash(String token) {
        return DigestUtils.sha256Hex(token);
    }

    /** Whether there is a key to encrypt with. */
    public boolean canEncrypt() {
        return !secret.isBlank();
    }

    public String encrypt(byte[] plain) {
        return Base64.getEncoder().encodeToString(encryptor().encrypt(plain));
    }

    public byte[] decrypt(String encrypted) {
        return encryptor().decrypt(Base64.getDecoder().decode(encrypted));
    }

    private AesBytesEncryptor encryptor() {
        if (!canEncrypt()) {
            throw new IllegalStateException("nembar.secret is not set");
        }
        return new AesBytesEncryptor(
                new SecretKeySpec(DigestUtils.sha256(secret), "AES"),
                KeyGenerators.secureRandom(GCM_BYTES),
                CipherAlgorithm.GCM);
    }
}
