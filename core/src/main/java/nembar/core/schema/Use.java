package nembar.core.schema;

/**
 * What a table of an application seems to be. All but the last can become a record type; the first
 * three had better.
 */
public enum Use {
    /** Records that people work with. */
    RECORDS,
    /** Those who sign in to the application; a source of people. */
    PEOPLE,
    /** Organisations that the company deals with, known as accounts. */
    ACCOUNTS,
    /** Which records of two types belong together. */
    LINKS,
    /** A short list of things to choose from. */
    CHOICES,
    /** Logs, sessions, migrations: nothing that anybody would be given access to. */
    NO_RECORDS,
    /** A record type of the catalogue already. */
    GOVERNED,
    /** Rows that cannot be told from one another. */
    WITHOUT_KEY;

    /** Whether a table that is seen so had better be governed. */
    public boolean recommended() {
        return this == RECORDS || this == PEOPLE || this == ACCOUNTS;
    }
}
