package nembar.server.reading;

/** What the entries of a source mean, whatever it is read from. */
interface EntrySettings {
    /** Whether the source has the say of a field. */
    boolean maps(String field);

    /** The kind of people whose entry says none. */
    String kind();

    /** Key of the account of externals whose entry says none; empty for none. */
    String account();

    /** Whether people whose entry is gone are closed; otherwise they are suspended. */
    Boolean goneClose();
}
