package nembar.server.session;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.apache.commons.codec.digest.DigestUtils;

/**
 * Passwords that many people use, as a sorted list of the first five bytes of their hashes: of a
 * good password, one in some millions is taken for a common one. The list is made by {@link #main}
 * from a list of passwords, the most common first (docs/security.md says which).
 */
final class CommonPasswords {
    private static final int BYTES = 5;
    private static final int LENGTH_AT_LEAST = 8;
    private static final int LONG = 12;
    private static final int SHORTER_ONES = 100_000;

    private final byte[] sorted;

    /**
     * @param sorted as {@link #of} makes it
     */
    CommonPasswords(byte[] sorted) {
        this.sorted = sorted;
    }

    /** The list of these passwords, plain. */
    static byte[] of(Stream<String> passwords) {
        TreeSet<Long> hashes = new TreeSet<>();
        passwords.forEach(one -> hashes.add(hash(one)));
        byte[] list = new byte[hashes.size() * BYTES];
        int at = 0;
        for (long hash : hashes) {
            for (int i = BYTES - 1; i >= 0; i--) {
                list[at++] = (byte) (hash >>> 8 * i);
            }
        }
        return list;
    }

    int size() {
        return sorted.length / BYTES;
    }

    /** Whether a password, plain, is one of them. */
    boolean has(String plain) {
        long wanted = hash(plain);
        int low = 0;
        int high = size() - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            long there = read(sorted, middle * BYTES);
            if (there == wanted) {
                return true;
            }
            if (there < wanted) {
                low = middle + 1;
            } else {
                high = middle - 1;
            }
        }
        return false;
    }

    private static long hash(String plain) {
        return read(DigestUtils.sha256(plain), 0);
    }

    private static long read(byte[] bytes, int at) {
        long value = 0;
        for (int i = 0; i < BYTES; i++) {
            value = value << 8 | bytes[at + i] & 0xff;
        }
        return value;
    }

    /**
     * Makes the list: every password of twelve characters and more, and the most common of those of
     * eight to eleven, which people make longer by digits at the end.
     *
     * @param files a text file with a password in each line, and the file to write
     */
    public static void main(String[] files) throws IOException {
        int[] shorter = new int[1];
        try (Stream<String> lines = Files.lines(Path.of(files[0]))) {
            byte[] list =
                    of(
                            lines.map(Passwords::plain)
                                    .filter(one -> one.length() >= LENGTH_AT_LEAST)
                                    .filter(
                                            one ->
                                                    one.length() >= LONG
                                                            || shorter[0]++ < SHORTER_ONES));
            Files.write(Path.of(files[1]), list);
        }
    }
}
