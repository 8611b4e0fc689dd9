package nembar.server.testing;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.util.Base64;
import java.util.List;

/**
 * A certificate that proves itself, made by the JDK's keytool.
 *
 * @param pem the certificate
 * @param key its private key, as PEM
 */
public record Certificate(String pem, String key) {
    private static final String SECRET = "only for tests";

    /**
     * One that is made out to a name.
     *
     * @param name as keytool writes it: {@code dns:localhost} or {@code ip:127.0.0.1}
     */
    public static Certificate of(String name) {
        try {
            Path folder = Files.createTempDirectory("certificate");
            Path store = folder.resolve("store.p12");
            Process process =
                    new ProcessBuilder(
                                    List.of(
                                            Path.of(System.getProperty("java.home"), "bin/keytool")
                                                    .toString(),
                                            "-genkeypair",
                                            "-alias",
                                            "one",
                                            "-keyalg",
                                            "EC",
                                            "-dname",
                                            "CN=test",
                                            "-ext",
                                            "san=" + name,
                                            "-storetype",
                                            "PKCS12",
                                            "-keystore",
                                            store.toString(),
                                            "-storepass",
                                            SECRET))
                            .inheritIO()
                            .start();
            if (process.waitFor() != 0) {
                throw new IllegalStateException("keytool made no certificate");
            }
            KeyStore keys = KeyStore.getInstance("PKCS12");
            try (InputStream in = Files.newInputStream(store)) {
                keys.load(in, SECRET.toCharArray());
            }
            Certificate made =
                    new Certificate(
                            pem("CERTIFICATE", keys.getCertificate("one").getEncoded()),
                            pem(
                                    "PRIVATE KEY",
                                    keys.getKey("one", SECRET.toCharArray()).getEncoded()));
            Files.delete(store);
            Files.delete(folder);
            return made;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (GeneralSecurityException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
    }

    private static String pem(String what, byte[] content) {
        Base64.Encoder lines = Base64.getMimeEncoder(64, "\n".getBytes(StandardCharsets.US_ASCII));
        return "-----BEGIN "
                + what
                + "-----\n"
                + lines.encodeToString(content)
                + "\n-----END "
                + what
                + "-----\n";
    }
}
