package nembar.core.testing;

import java.util.Arrays;
import java.util.Random;

/**
 * A source of random numbers that remembers what was drawn, so that a test can be run again with
 * smaller draws. Without a replay it is {@code new Random(seed)}.
 */
public final class Draws extends Random {
    private static final long serialVersionUID = 1;

    private final int[] replayed;
    private int[] drawn = new int[256];
    private int count;

    public Draws(long seed) {
        super(seed);
        replayed = null;
    }

    private Draws(int[] replayed) {
        super(0);
        this.replayed = replayed;
    }

    /** Draws these again, and zeros after them. */
    static Draws replay(int[] draws) {
        return new Draws(draws);
    }

    /** What was drawn so far. */
    int[] drawn() {
        return Arrays.copyOf(drawn, count);
    }

    @Override
    protected int next(int bits) {
        int next;
        if (replayed == null) {
            next = super.next(bits);
        } else {
            int known = count < replayed.length ? replayed[count] : 0;
            next = bits < 32 ? known & (1 << bits) - 1 : known;
        }
        if (count == drawn.length) {
            drawn = Arrays.copyOf(drawn, count * 2);
        }
        drawn[count++] = next;
        return next;
    }
}
