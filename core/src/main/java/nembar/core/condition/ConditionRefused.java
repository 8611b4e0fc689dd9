package nembar.core.condition;

/** A condition that cannot be read, or says something that cannot be said of its subject. */
public final class ConditionRefused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final String place;
    private final String reason;

    /**
     * @param place where: {@code character 12} of a text, {@code $.args[1]} of a JSON form
     * @param reason what is wrong and what was expected
     */
    public ConditionRefused(String place, String reason) {
        super(place + ": " + reason);
        this.place = place;
        this.reason = reason;
    }

    public String place() {
        return place;
    }

    public String reason() {
        return reason;
    }
}
