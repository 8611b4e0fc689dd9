package nembar.core.drift;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.TableName;
import nembar.core.draft.Change;
import nembar.core.element.Element;

/**
 * One thing in which a catalogue and a schema differ.
 *
 * @param table that it is about
 * @param recordType key of the type that speaks of it; empty where nobody governs the table
 * @param field key of the field; empty where it is about the table as a whole
 * @param why what is seen, as a clause
 * @param mend changes of the catalogue that bring the two together; none where there is a choice
 * @param conditions elements whose conditions use the field, which is unknown until then
 */
public record Difference(
        Kind kind,
        TableName table,
        Optional<String> recordType,
        Optional<String> field,
        String why,
        List<Change> mend,
        List<Element> conditions) {

    public Difference {
        mend = List.copyOf(mend);
        conditions = List.copyOf(conditions);
    }

    /** What differs. */
    public enum Kind {
        /** The table of a record type is not there, or may not be read. */
        TABLE_GONE(true),
        /** It is there under another name. */
        TABLE_RENAMED(true),
        /** A column of a field is not there, or may not be read. */
        COLUMN_GONE(true),
        /** It is there under another name. */
        COLUMN_RENAMED(true),
        /** A column has values of another type than its field. */
        TYPE_CHANGED(true),
        /** Where a field's values lead cannot be looked up any more. */
        LOOKUP_GONE(true),
        /** It is there under another name. */
        LOOKUP_RENAMED(true),
        /** A governed table has a column that no field has. */
        COLUMN_NEW(false),
        /** There is a table with records that nobody governs. */
        TABLE_NEW(false);

        private final boolean lost;

        Kind(boolean lost) {
            this.lost = lost;
        }

        /** Whether what the catalogue speaks of cannot be read until it is mended. */
        public boolean lost() {
            return lost;
        }
    }
}
