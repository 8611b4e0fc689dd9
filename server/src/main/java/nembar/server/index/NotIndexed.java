package nembar.server.index;

/** Says that a set of records looks at more than an index has. */
final class NotIndexed extends RuntimeException {
    private static final long serialVersionUID = 1L;

    NotIndexed() {
        super("not in the index", null, false, false);
    }
}
