package nembar.core.condition;

/**
 * LIKE: % any run, _ one character, \ takes the next as it is. Never more than length times length.
 */
final class Pattern {
    private Pattern() {}

    static boolean matches(String text, String pattern) {
        int[] said = text.codePoints().toArray();
        int[] wanted = pattern.codePoints().toArray();
        int at = 0;
        int in = 0;
        int backTo = -1;
        int runFrom = 0;
        while (at < said.length) {
            boolean escaped = in < wanted.length && wanted[in] == '\\' && in + 1 < wanted.length;
            if (!escaped && in < wanted.length && wanted[in] == '%') {
                backTo = in++;
                runFrom = at;
            } else if (in < wanted.length
                    && (escaped
                            ? wanted[in + 1] == said[at]
                            : wanted[in] == '_' || wanted[in] == said[at])) {
                in += escaped ? 2 : 1;
                at++;
            } else if (backTo >= 0) {
                in = backTo + 1;
                at = ++runFrom;
            } else {
                return false;
            }
        }
        while (in < wanted.length && wanted[in] == '%') {
            in++;
        }
        return in == wanted.length;
    }
}
