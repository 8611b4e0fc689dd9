package nembar.server.records;

import java.math.BigDecimal;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.RecordKey;
import nembar.core.catalogue.RecordType;
import nembar.core.lookup.Lookups;
import nembar.core.recordset.GovernedRecord;

/** A field's value, from PostgreSQL or JSON, in the Java type that {@link FieldType} names. */
public final class Values {
    private static final int DIGITS_AT_MOST = 1_000;

    private Values() {}

    /** How many columns the fields of a type have. */
    static int columns(RecordType type) {
        return type.fields().stream().mapToInt(field -> field.columns().size()).sum();
    }

    /** The record in the present row, whose first columns are the type's fields in order. */
    static GovernedRecord record(ResultSet row, RecordType type, Lookups lookups)
            throws SQLException {
        Map<String, Object> values = new HashMap<>();
        int column = 1;
        for (Field field : type.fields()) {
            int columns = field.columns().size();
            Object stored =
                    columns > 1
                            ? key(row, column, columns)
                            : field.several()
                                    ? texts(row, column)
                                    : value(row, column, field.type());
            Object value = lookups.known(field, stored);
            column += columns;
            if (value != null) {
                values.put(field.key(), value);
            }
        }
        return new GovernedRecord(type.key(), values);
    }

    /** A key of several columns; null where one of them has nothing. */
    private static String key(ResultSet row, int first, int columns) throws SQLException {
        List<String> parts = new ArrayList<>();
        for (int i = 0; i < columns; i++) {
            String part = row.getString(first + i);
            if (part == null) {
                return null;
            }
            parts.add(part);
        }
        return RecordKey.text(parts);
    }

    private static Object value(ResultSet row, int column, FieldType type) throws SQLException {
        return switch (type) {
            case TEXT, CHOICE, REFERENCE, PERSON -> row.getString(column);
            case WHOLE_NUMBER -> {
                long number = row.getLong(column);
                yield row.wasNull() ? null : number;
            }
            case DECIMAL, MONEY -> row.getBigDecimal(column);
            case DATE -> row.getObject(column, LocalDate.class);
            case TIMESTAMP -> {
                OffsetDateTime time = row.getObject(column, OffsetDateTime.class);
                yield time == null ? null : time.toInstant();
            }
            case YES_NO -> {
                boolean yes = row.getBoolean(column);
                yield row.wasNull() ? null : yes;
            }
            case CHOICES, TEXTS -> texts(row, column);
        };
    }

    private static List<String> texts(ResultSet row, int column) throws SQLException {
        Array array = row.getArray(column);
        return array == null ? null : flat((Object[]) array.getArray()).toList();
    }

    /** What is in an array, however deep. */
    private static Stream<String> flat(Object[] array) {
        return Arrays.stream(array)
                .flatMap(
                        one ->
                                one instanceof Object[] inner
                                        ? flat(inner)
                                        : Stream.of((String) one));
    }

    /**
     * A value of a field from JSON, as the application has it: what is a text to Nembar may be a
     * number there.
     *
     * @throws IllegalArgumentException when it does not fit the field
     */
    public static Object fromJson(Object value, Field field) {
        if (!field.several()) {
            return fromJson(written(value, field), field.type());
        }
        List<?> several = value instanceof List<?> list ? list : List.of(value);
        return fromJson(
                several.stream().map(one -> written(one, field)).toList(), FieldType.CHOICES);
    }

    private static Object written(Object value, Field field) {
        boolean number = value instanceof Integer || value instanceof Long;
        boolean text =
                field.lookup().isPresent()
                        || field.columns().get(0).stored() == Column.Stored.WHOLE;
        return number && text ? value.toString() : value;
    }

    /**
     * A value from JSON.
     *
     * @throws IllegalArgumentException when it does not fit the type
     */
    public static Object fromJson(Object value, FieldType type) {
        String text = value.toString();
        return switch (type) {
            case TEXT, CHOICE, REFERENCE, PERSON -> storable(require(value, String.class));
            case WHOLE_NUMBER -> require(value, Number.class).longValue();
            case DECIMAL, MONEY ->
                    writable(new BigDecimal(require(value, Number.class).toString()));
            case DATE -> LocalDate.parse(text);
            case TIMESTAMP -> Instant.parse(text);
            case YES_NO -> require(value, Boolean.class);
            case CHOICES, TEXTS ->
                    require(value, List.class).stream()
                            .map(one -> storable(require(one, String.class)))
                            .toList();
        };
    }

    /** A value as JSON has it; {@link #fromJson} makes it again. */
    static Object toJson(Object value) {
        return value instanceof LocalDate || value instanceof Instant ? value.toString() : value;
    }

    /** PostgreSQL has no text with a zero in it. */
    private static String storable(String text) {
        if (text.indexOf(0) >= 0) {
            throw new IllegalArgumentException("a character of this text cannot be stored");
        }
        return text;
    }

    /** A few characters of JSON can be a number of millions of digits. */
    private static BigDecimal writable(BigDecimal number) {
        if (Math.abs((long) number.scale()) > DIGITS_AT_MOST) {
            throw new IllegalArgumentException("this number has too many digits");
        }
        return number;
    }

    private static <T> T require(Object value, Class<T> type) {
        if (!type.isInstance(value)) {
            throw new IllegalArgumentException("another kind of value is expected");
        }
        return type.cast(value);
    }
}
