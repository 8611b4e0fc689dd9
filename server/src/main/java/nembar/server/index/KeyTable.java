package nembar.server.index;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * The keys of records, numbered from 0 in the order in which they came; about 25 bytes a key, and
 * more for those that came since. Immutable.
 */
final class KeyTable {
    private static final int FREE = -1;

    /** About what a key takes that came since. */
    private static final long BYTES_EACH = 120;

    private final byte[] bytes;

    /** Where each key's bytes end. */
    private final int[] ends;

    /** Numbers of keys by the hash of their bytes, each in the first place that was free. */
    private final int[] places;

    /** Keys that came since. */
    private final Map<String, Integer> since;

    private KeyTable(KeyTable before, Map<String, Integer> since) {
        this.bytes = before.bytes;
        this.ends = before.ends;
        this.places = before.places;
        this.since = since;
    }

    private KeyTable(byte[] bytes, int[] ends) {
        this.since = Map.of();
        this.bytes = bytes;
        this.ends = ends;
        this.places = new int[Integer.highestOneBit(Math.max(4, ends.length)) * 4];
        Arrays.fill(places, FREE);
        for (int i = 0; i < ends.length; i++) {
            int place = place(bytes, start(i), ends[i]);
            while (places[place] != FREE) {
                place = (place + 1) & (places.length - 1);
            }
            places[place] = i;
        }
    }

    /** Takes keys as they come. */
    static final class Builder {
        private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        private int[] ends = new int[64];
        private int size;

        /** The number of a key that has not come before. */
        int add(String key) {
            if (size == ends.length) {
                ends = Arrays.copyOf(ends, size * 2);
            }
            bytes.writeBytes(key.getBytes(StandardCharsets.UTF_8));
            ends[size] = bytes.size();
            return size++;
        }

        KeyTable build() {
            return new KeyTable(bytes.toByteArray(), Arrays.copyOf(ends, size));
        }
    }

    /** These keys, and those of others that are none of them, numbered on. */
    KeyTable with(Iterable<String> others) {
        Map<String, Integer> more = new HashMap<>(since);
        for (String key : others) {
            if (number(key) == FREE) {
                more.putIfAbsent(key, ends.length + more.size());
            }
        }
        return more.size() == since.size() ? this : new KeyTable(this, more);
    }

    int size() {
        return ends.length + since.size();
    }

    /** How many came since it was made. */
    int since() {
        return since.size();
    }

    /** The number of a key; less than 0 where it is none of these. */
    int number(String key) {
        byte[] wanted = key.getBytes(StandardCharsets.UTF_8);
        int place = place(wanted, 0, wanted.length);
        while (places[place] != FREE) {
            int known = places[place];
            if (Arrays.equals(bytes, start(known), ends[known], wanted, 0, wanted.length)) {
                return known;
            }
            place = (place + 1) & (places.length - 1);
        }
        return since.getOrDefault(key, FREE);
    }

    /** What it takes in memory, in bytes. */
    long bytes() {
        return bytes.length + 4L * (ends.length + places.length) + BYTES_EACH * since.size();
    }

    private int start(int number) {
        return number == 0 ? 0 : ends[number - 1];
    }

    private int place(byte[] of, int from, int to) {
        int hash = 17;
        for (int i = from; i < to; i++) {
            hash = hash * 31 + of[i];
        }
        // The last digits of keys in a row differ; the rest of the hash has to as well.
        hash *= 0x9E3779B9;
        return (hash ^ hash >>> 15) & (places.length - 1);
    }
}
