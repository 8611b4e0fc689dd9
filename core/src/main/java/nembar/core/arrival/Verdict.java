package nembar.core.arrival;

/** What a row is, held against the directory and the other rows. */
public enum Verdict {
    /** Nobody has the address: the person can come. */
    NEW,
    /** Somebody has the address already. */
    HERE,
    /** Somebody had the address and was closed: they can be brought back. */
    CLOSED,
    /** An earlier row has the address. */
    DUPLICATE,
    /** Something in the row is wrong; its problems say what. */
    MALFORMED
}
