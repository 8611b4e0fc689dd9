package nembar.core.sql;

import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;

/** Hands the records of one owner over to another. */
public final class HandOver {
    private static final String ROOT = "t";

    private HandOver() {}

    /**
     * The statement for one record type.
     *
     * @param type one that names the owner of its records
     */
    public static SqlText of(RecordType type, String from, String to) {
        Field owner = type.knownField(type.places().owner().orElseThrow());
        SqlField field = new SqlField(owner, ROOT);
        return new SqlText.Builder()
                .add("UPDATE " + SqlText.table(type.table()) + " " + ROOT + " SET ")
                .add(Column.quoted(owner.columns().get(0).name()) + " = ")
                .parameter(to)
                .add(field.cast(0) + " WHERE ")
                .add(field.among(new TreeSet<>(Set.of(from))))
                .build();
    }
}
