package nembar.server.session;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import nembar.core.directory.Person;
import nembar.server.http.BadRequest;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * What a password must be: long, and none of those that everybody tries first. Nothing is asked of
 * its characters.
 */
@Component
public class Passwords {
    public static final int LENGTH_AT_LEAST = 12;

    /** bcrypt reads no more bytes than these. */
    private static final int BYTES_AT_MOST = 72;

    private static final int DIFFERENT_AT_LEAST = 5;
    private static final Pattern NOT_WORDS = Pattern.compile("[^\\p{L}]+");

    private final CommonPasswords common;

    Passwords() {
        try {
            common =
                    new CommonPasswords(
                            new ClassPathResource("builtin/common-passwords.bin")
                                    .getContentAsByteArray());
        } catch (IOException missing) {
            throw new UncheckedIOException(missing);
        }
    }

    /**
     * @throws BadRequest with what is wrong with it and what to do
     */
    public void check(String password, Person person) {
        if (password == null || password.codePointCount(0, password.length()) < LENGTH_AT_LEAST) {
            throw wrong(
                    "Take at least "
                            + LENGTH_AT_LEAST
                            + " characters; a few words in a row are easy to keep in mind.");
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > BYTES_AT_MOST) {
            throw wrong("Take at most 72 characters; fewer in scripts other than Latin.");
        }
        String plain = plain(password);
        if (plain.chars().distinct().count() < DIFFERENT_AT_LEAST) {
            throw wrong("That is the same few characters over and over. Take something longer.");
        }
        if (common.has(plain) || common.has(plain(withoutEnd(password)))) {
            throw wrong("Many people use this one, so it is among the first to be tried.");
        }
        List<String> own =
                List.of(
                        person.givenName(),
                        person.familyName(),
                        person.email(),
                        person.email().replaceAll("@.*", ""));
        String rest = NOT_WORDS.matcher(plain).replaceAll("");
        for (String word : own) {
            String said = NOT_WORDS.matcher(plain(word)).replaceAll("");
            if (said.length() > 2 && rest.replace(said, "").length() < DIFFERENT_AT_LEAST) {
                throw wrong("It is little more than your name or address. Add words to it.");
            }
        }
    }

    /** Small letters, without accents, with the digits people put for letters turned back. */
    static String plain(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replace('0', 'o')
                .replace('1', 'l')
                .replace('3', 'e')
                .replace('4', 'a')
                .replace('5', 's')
                .replace('7', 't')
                .replace('@', 'a')
                .replace('$', 's')
                .replace(" ", "");
    }

    /** Without the digits and signs that are hung on at the end. */
    private static String withoutEnd(String text) {
        return text.replaceAll("[^\\p{L}]+$", "");
    }

    private static BadRequest wrong(String why) {
        return new BadRequest("password", why);
    }
}
