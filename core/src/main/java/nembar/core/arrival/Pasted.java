package nembar.core.arrival;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Addresses as people paste them: any of commas, semicolons, tabs, lines and spaces between them,
 * bare or as {@code Name <address>} or {@code "Name, with a comma" <address>}.
 */
public final class Pasted {
    private static final Pattern NAMED =
            Pattern.compile(
                    "\\G[\\s,;]*(\"(?:[^\"\\\\]|\\\\.)*\"|[^<>,;\\n\"]*?)\\s*<([^<>\\n]*)>");
    private static final Pattern BARE =
            Pattern.compile("\\G[\\s,;]*((?:\"[^\"\\n]*\"@)?[^\\s,;<>]+)");

    private Pasted() {}

    /** One address and the name before it, which may be empty; neither is checked. */
    public record Entry(String name, String address) {}

    public static List<Entry> read(String text) {
        String clean = text.replace('\u00a0', ' ').replace("\ufeff", "").replace("mailto:", "");
        List<Entry> entries = new ArrayList<>();
        int at = 0;
        Matcher named = NAMED.matcher(clean);
        Matcher bare = BARE.matcher(clean);
        while (at < clean.length()) {
            if (named.find(at) && named.start() == at && plausible(named.group(1))) {
                entries.add(new Entry(unquoted(named.group(1)), named.group(2).strip()));
                at = named.end();
            } else if (bare.find(at) && bare.start() == at) {
                entries.add(new Entry("", bare.group(1)));
                at = bare.end();
            } else {
                at++;
            }
        }
        return entries;
    }

    /** A name has no address in it: otherwise two entries would become one. */
    private static boolean plausible(String name) {
        return name.startsWith("\"") || name.indexOf('@') < 0;
    }

    private static String unquoted(String name) {
        String plain = name.strip();
        return plain.length() > 1 && plain.startsWith("\"") && plain.endsWith("\"")
                ? plain.substring(1, plain.length() - 1).replace("\\\"", "\"").strip()
                : plain;
    }
}
