package nembar.core.directory;

/** What sort of person this is (docs/access-model.md, section 2). */
public enum PersonKind {
    /** Works for the company itself. */
    STAFF,
    /** Works for another organisation, and acts for one account at a time. */
    EXTERNAL,
    /** A program that signs in. */
    SERVICE
}
