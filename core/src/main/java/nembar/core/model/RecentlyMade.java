package nembar.core.model;

import java.lang.ref.SoftReference;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;
import java.util.function.Predicate;
import java.util.function.Supplier;

/**
 * The last few of what is costly to make and asked for again and again; let go of where memory is
 * short. Safe for use by several threads at once.
 */
public final class RecentlyMade<T> {
    private final int atMost;
    private final Deque<SoftReference<T>> lately = new ArrayDeque<>();

    public RecentlyMade(int atMost) {
        this.atMost = atMost;
    }

    /**
     * The one that is wanted, made where it is not kept.
     *
     * @param make may fail; then nothing is kept
     */
    public T find(Predicate<T> wanted, Supplier<T> make) {
        T known = find(wanted);
        return known != null ? known : keep(make.get());
    }

    private synchronized T find(Predicate<T> wanted) {
        for (Iterator<SoftReference<T>> all = lately.iterator(); all.hasNext(); ) {
            T one = all.next().get();
            if (one == null) {
                all.remove();
            } else if (wanted.test(one)) {
                all.remove();
                lately.addFirst(new SoftReference<>(one));
                return one;
            }
        }
        return null;
    }

    private synchronized T keep(T made) {
        lately.addFirst(new SoftReference<>(made));
        if (lately.size() > atMost) {
            lately.removeLast();
        }
        return made;
    }
}
