package nembar.server.reports;

import java.time.Instant;
import java.util.List;
import nembar.core.directory.Person;

/** One kind of report. */
interface Report {
    /** What it is known by in an address. */
    String key();

    String title();

    /** What it answers, in a sentence. */
    String about();

    /** What it is asked for, in the order in which that is said. */
    List<Slot> slots();

    /** The columns of its table. */
    List<String> columns();

    /** The table, as far as somebody may see it. */
    Table of(Person me, Asked asked);

    /** Something that a report is asked for. */
    enum Slot {
        RECORD_TYPE,
        OPERATION,
        PERSON,
        FROM,
        UNTIL
    }

    /**
     * What is asked for; what a report has no slot for is not looked at.
     *
     * @param from the first instant
     * @param until the first instant after it
     */
    record Asked(
            String application,
            String recordType,
            String operation,
            String person,
            Instant from,
            Instant until) {}

    /**
     * Rows of the columns.
     *
     * @param note what is to be known of it; may be empty
     */
    record Table(List<List<String>> rows, String note) {
        public Table {
            rows = List.copyOf(rows);
        }
    }
}
