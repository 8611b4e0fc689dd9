package nembar.core.catalogue;

import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.Optional;

/**
 * A column that a field is kept in (docs/access-model.md, section 1).
 *
 * @param name as the database has it, in any script and case
 * @param zone whose clock it tells the time by, where it is {@link Stored#LOCAL}
 */
public record Column(String name, Stored stored, Optional<ZoneId> zone) {
    /** The longest name that PostgreSQL keeps whole, in bytes of UTF-8. */
    public static final int NAME_AT_MOST = 63;

    /** Stands for a column that cannot be read any more: it has no value on any record. */
    public static final Column LOST = new Column("", Stored.OTHER);

    /** How time zones begin that only Java knows. */
    private static final String ONLY_HERE = "SystemV/";

    /** A column with no time zone of its own. */
    public Column(String name, Stored stored) {
        this(name, stored, Optional.empty());
    }

    /**
     * How the values of a field are kept: a key, a reference, a choice is text to Nembar, whatever
     * the database makes of it.
     */
    public enum Stored {
        /** As the field's type says; texts as text. */
        PLAIN,
        /** As a whole number: smallint, integer, bigint, or numeric without a fraction. */
        WHOLE,
        /** As a UUID (RFC 9562). */
        UUID,
        /**
         * As something else, such as an enumeration, which is compared as the database writes it;
         * of a list, its elements.
         */
        OTHER,
        /** As a date and a time without a zone: what the clocks of the column's zone show. */
        LOCAL;

        /**
         * Whether a text can be a value that is kept so, as the database writes it; a number with a
         * zero before it, or a UUID in capitals, is no record's key.
         */
        public boolean fits(String text) {
            return switch (this) {
                case PLAIN, OTHER, LOCAL -> true;
                case WHOLE -> whole(text);
                case UUID -> uuid(text);
            };
        }

        private static boolean whole(String text) {
            try {
                return Long.toString(Long.parseLong(text)).equals(text);
            } catch (NumberFormatException none) {
                return false;
            }
        }

        private static boolean uuid(String text) {
            try {
                return java.util.UUID.fromString(text).toString().equals(text);
            } catch (IllegalArgumentException none) {
                return false;
            }
        }
    }

    /** A column whose values are kept as the field's type says. */
    public static Column plain(String name) {
        return new Column(name, Stored.PLAIN);
    }

    /** A column of dates and times without a zone. */
    public static Column local(String name, ZoneId zone) {
        return new Column(name, Stored.LOCAL, Optional.of(zone));
    }

    /** Whether the database knows the zone by the same name: a region, or UTC. */
    public static boolean known(ZoneId zone) {
        String id = zone.getId();
        return id.equals("UTC")
                || id.indexOf('/') > 0
                        && !id.startsWith(ONLY_HERE)
                        && ZoneId.getAvailableZoneIds().contains(id);
    }

    /** This column under another name. */
    public Column called(String other) {
        return new Column(other, stored, zone);
    }

    /**
     * The name of a column, a table or anything else in SQL: in double quotes, whatever is in it.
     */
    public static String quoted(String name) {
        return '"' + name.replace("\"", "\"\"") + '"';
    }

    /** Whether PostgreSQL can have a column, a table or a schema of this name. */
    public static boolean possible(String name) {
        return !name.isEmpty()
                && name.indexOf(0) < 0
                && name.getBytes(StandardCharsets.UTF_8).length <= NAME_AT_MOST;
    }
}
