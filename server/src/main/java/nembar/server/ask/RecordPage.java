package nembar.server.ask;

import java.util.List;
import java.util.Optional;

/**
 * A page of the records under a cell, as the person has them.
 *
 * @param total how many there are in all; counted with the first page only
 * @param previous what asks for the page before, as {@code before}; empty where there is none
 * @param next what asks for the page after, as {@code after}
 */
record RecordPage(
        String type,
        String title,
        String timeZone,
        List<Column> columns,
        List<RecordRow> rows,
        Optional<Long> total,
        Optional<String> previous,
        Optional<String> next) {

    /**
     * @param type the field's type, as in a design document
     * @param seen whether the person sees it on any record; what they do not see they cannot sort
     *     by
     */
    record Column(String key, String label, String type, boolean guarded, boolean seen) {}

    /**
     * @param key identifies the record
     * @param seen whether the person sees anything of it; those that they do not see are listed
     *     where these are asked for too
     */
    record RecordRow(String key, boolean seen, List<FieldValue> values) {}

    /**
     * @param level hidden, masked, view or change
     * @param value as it may be shown; empty when hidden, or when the record has none
     */
    record FieldValue(String level, Optional<String> value) {}
}
