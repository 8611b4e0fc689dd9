package nembar.core.catalogue;

import java.util.List;

/**
 * A table with a row for each value that a record has of a field (docs/access-model.md, section 1):
 * who is in the crew of a job.
 *
 * @param ofRecord its columns that hold the record's key, in the order of that key's columns
 */
public record Link(TableName table, List<Column> ofRecord) {
    public Link {
        ofRecord = List.copyOf(ofRecord);
    }
}
