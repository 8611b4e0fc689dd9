package nembar.core.directory;

import java.util.Locale;
import java.util.regex.Pattern;

/**
 * E-mail addresses (RFC 5321, with letters of any script as in RFC 6531): what may stand before and
 * after the @, short of quoted local parts with spaces and addresses of bare machines.
 */
public final class EmailAddress {
    private static final int LOCAL_AT_MOST = 64;
    private static final int WHOLE_AT_MOST = 254;
    private static final String ATOM = "[\\p{L}\\p{M}\\p{N}!#$%&'*+/=?^_`{|}~-]+";
    private static final String QUOTED = "\"(?:[^\"\\\\\\s]|\\\\\\S)+\"";
    private static final String LABEL =
            "[\\p{L}\\p{N}](?:[\\p{L}\\p{M}\\p{N}-]{0,61}[\\p{L}\\p{M}\\p{N}])?";
    private static final Pattern ADDRESS =
            Pattern.compile(
                    "(?:"
                            + ATOM
                            + "(?:\\."
                            + ATOM
                            + ")*|"
                            + QUOTED
                            + ")@(?:"
                            + LABEL
                            + "\\.)+[\\p{L}\\p{N}-]{2,63}");

    private EmailAddress() {}

    public static boolean valid(String text) {
        return text.length() <= WHOLE_AT_MOST
                && text.lastIndexOf('@') <= LOCAL_AT_MOST
                && ADDRESS.matcher(text).matches();
    }

    /** What stands after the @, in small letters. */
    public static String domain(String address) {
        return address.substring(address.lastIndexOf('@') + 1).toLowerCase(Locale.ROOT);
    }
}
