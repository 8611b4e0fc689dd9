package nembar.core.condition;

/** Where a condition stands, which says how unknown counts and where {@code has} may be. */
public enum Polarity {
    /** It opens records when true: a grant, or what an account filter lets through. */
    OPENS,
    /** It restricts unless false: a field filter. */
    RESTRICTS
}
