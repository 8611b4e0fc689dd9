package nembar.server.http;

import java.util.List;

/** What a page of a list may be. */
public final class Paging {
    public static final int SIZE_AT_MOST = 200;

    private Paging() {}

    /**
     * @throws BadRequest for a page that no list has
     */
    public static void check(int page, int size) {
        if (page < 0 || size < 1 || size > SIZE_AT_MOST) {
            throw new BadRequest("size", "Ask for a page from 0, of 1 to " + SIZE_AT_MOST + ".");
        }
    }

    /** How many elements come before a page; no list has more than there are whole numbers for. */
    public static int offset(int page, int size) {
        return (int) Math.min((long) page * size, Integer.MAX_VALUE);
    }

    /**
     * The elements of one page.
     *
     * @throws BadRequest for a page that no list has
     */
    public static <T> List<T> slice(List<T> all, int page, int size) {
        check(page, size);
        int from = Math.min(offset(page, size), all.size());
        return all.subList(from, Math.min(from + size, all.size()));
    }
}
