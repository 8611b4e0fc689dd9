package nembar.server.http;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;

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

    /**
     * What is on all pages of a list, up to so many elements.
     *
     * @param pages the elements of a page, of {@link #SIZE_AT_MOST} each; none after the last
     */
    public static <T> List<T> all(IntFunction<List<T>> pages, int atMost) {
        List<T> all = new ArrayList<>();
        List<T> some = pages.apply(0);
        for (int page = 1; !some.isEmpty(); page++) {
            all.addAll(some);
            some = all.size() < atMost ? pages.apply(page) : List.of();
        }
        return all;
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
