package nembar.core.sql;

import java.util.List;
import nembar.core.catalogue.RecordType;

/** Hands the records of one owner over to another. */
public final class HandOver {
    private HandOver() {}

    /**
     * The statement for one record type.
     *
     * @param type one that names the owner of its records
     */
    public static SqlText of(RecordType type, String from, String to) {
        String owner =
                SqlText.quoted(type.knownField(type.places().owner().orElseThrow()).column());
        return new SqlText(
                "UPDATE "
                        + SqlText.table(type.table())
                        + " SET "
                        + owner
                        + " = ? WHERE "
                        + owner
                        + " = ?",
                List.of(to, from));
    }
}
