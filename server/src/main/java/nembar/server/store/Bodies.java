package nembar.server.store;

import nembar.server.document.DocumentJson;

/** Elements of a design document as the text of a JSON column. */
final class Bodies {
    private Bodies() {}

    static String of(Object part) {
        return DocumentJson.text(part);
    }

    static <T> T read(Element row, Class<T> type) {
        return DocumentJson.element(row.body(), type);
    }

    /** PostgreSQL keeps jsonb in an order of its own, so texts are compared by what they say. */
    static boolean same(String one, String other) {
        return DocumentJson.same(one, other);
    }
}
