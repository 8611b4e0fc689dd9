package nembar.core.schema;

/** What a table of an application seems to be. */
public enum Use {
    /** Records that people work with: a record type. */
    RECORDS,
    /** Those who sign in to the application; records as well, and a source of people. */
    PEOPLE,
    /** Organisations that the company deals with; records as well, and known as accounts. */
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
    WITHOUT_KEY
}
