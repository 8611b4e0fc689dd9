package nembar.core.condition;

/** Keeps out of texts what a database would not take. */
final class Characters {
    private Characters() {}

    static String checked(String text, String place) {
        for (int i = 0; i < text.length(); i++) {
            char one = text.charAt(i);
            boolean pair =
                    Character.isHighSurrogate(one)
                            && i + 1 < text.length()
                            && Character.isLowSurrogate(text.charAt(i + 1));
            if (one == 0 || Character.isSurrogate(one) && !pair) {
                throw new ConditionRefused(place, "a text has a character that is none");
            }
            if (pair) {
                i++;
            }
        }
        return text;
    }
}
