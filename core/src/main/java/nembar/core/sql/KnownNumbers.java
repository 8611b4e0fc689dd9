package nembar.core.sql;

import java.util.Base64;
import java.util.BitSet;
import java.util.Collection;
import java.util.Optional;
import java.util.stream.LongStream;
import nembar.core.catalogue.Column.Stored;
import nembar.core.catalogue.Field;

/**
 * The whole numbers that lead somewhere by a look-up, as a bitmap: whether a row's number is among
 * them costs hardly more than a comparison, where a join costs as much as the scan itself.
 *
 * @param least the number that the first bit stands for, which is 0 where that serves
 */
record KnownNumbers(long least, BitSet bits) {
    /** Up to how many bits for each number a bitmap is smaller than a table of them to join. */
    private static final int BITS_FOR_EACH = 64;

    private static final int BITS_AT_MOST = 1 << 26;

    /** Empty where the field is not kept as a whole number, or its numbers are too far apart. */
    static Optional<KnownNumbers> of(Field field, Collection<String> values) {
        if (field.columns().size() != 1 || field.columns().get(0).stored() != Stored.WHOLE) {
            return Optional.empty();
        }
        long[] numbers =
                values.stream().filter(Stored.WHOLE::fits).mapToLong(Long::parseLong).toArray();
        long lowest = LongStream.of(numbers).min().orElse(0);
        long highest = LongStream.of(numbers).max().orElse(0);
        long atMost = Math.min(BITS_AT_MOST, (long) BITS_FOR_EACH * numbers.length);
        long least = lowest >= 0 && highest < atMost ? 0 : lowest;
        long apart = highest - least;
        if (numbers.length == 0 || apart < 0 || apart >= atMost) {
            return Optional.empty();
        }
        BitSet bits = new BitSet((int) apart + 1);
        for (long number : numbers) {
            bits.set((int) (number - least));
        }
        return Optional.of(new KnownNumbers(least, bits));
    }

    /** Whether a column's number is one of them; false or unknown where it is not. */
    SqlText among(String column) {
        long most = least + bits.length() - 1;
        String bit = least == 0 ? column : "(" + column + " - (" + least + "))";
        return new SqlText.Builder()
                .add("(CASE WHEN " + column + " BETWEEN (" + least + ") AND (" + most + ")")
                .add(" THEN get_bit((SELECT decode(?, 'base64'))", encoded())
                .add(", " + bit + "::integer) = 1 END)")
                .build();
    }

    private String encoded() {
        return Base64.getEncoder().encodeToString(bits.toByteArray());
    }
}
