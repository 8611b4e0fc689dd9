package nembar.server.store;

/**
 * A row of the directory: an account, a unit, a team or a person.
 *
 * @param <P> its document form
 */
interface DirectoryRow<P> {
    String key();

    double position();

    void fill(P part, double position);
}
