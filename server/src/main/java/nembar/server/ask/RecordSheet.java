package nembar.server.ask;

import java.util.List;
import java.util.Optional;
import nembar.server.ask.RecordPage.Column;
import nembar.server.ask.RecordPage.FieldValue;
import nembar.server.http.Named;

/**
 * One record as somebody has it.
 *
 * @param seen whether they may view it at all; there are no values then
 * @param singular what one such record is called
 * @param operations what they would find to do with it
 * @param parent the record it belongs to, where they may view that
 * @param children the kinds of record that belong to it, and how many of these they view
 */
record RecordSheet(
        boolean seen,
        String type,
        String singular,
        String key,
        String timeZone,
        List<Column> columns,
        List<FieldValue> values,
        List<Named> operations,
        Optional<Around> parent,
        List<Around> children) {

    /**
     * Records around one.
     *
     * @param title what they are called, as many as there are
     * @param key of the parent; empty for children
     * @param records how many of them they view
     */
    record Around(String type, String title, String key, long records) {}
}
