package nembar.core.sql;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Link;
import nembar.core.catalogue.RecordType;
import nembar.core.catalogue.TableName;
import nembar.core.lookup.Lookups;

/** Hands the records of one owner over to another. */
public final class HandOver {
    private static final String ROOT = "t";

    private HandOver() {}

    /**
     * The statements for one record type. Of a record that both own, one row of the link table is
     * enough.
     *
     * @param type one that names the owner of its records
     * @return none where the application knows nobody as the one who is to have them
     */
    public static Optional<List<SqlText>> of(
            RecordType type, String from, String to, Lookups lookups) {
        Field owner = type.knownField(type.places().owner().orElseThrow());
        SqlField field = new SqlField(owner, ROOT);
        SortedSet<String> values = lookups.stored(owner, new TreeSet<>(Set.of(to)));
        SqlText theirs = field.among(lookups.stored(owner, new TreeSet<>(Set.of(from))));
        if (values.isEmpty()) {
            return Optional.empty();
        }
        TableName table = owner.link().map(Link::table).orElse(type.table());
        SqlText.Builder update =
                new SqlText.Builder()
                        .add("UPDATE " + SqlText.table(table) + " " + ROOT + " SET ")
                        .add(Column.quoted(owner.columns().get(0).name()) + " = ")
                        .parameter(values.first())
                        .add(field.cast(0) + " WHERE ")
                        .add(theirs);
        if (owner.link().isEmpty()) {
            return Optional.of(List.of(update.build()));
        }
        SqlText.Builder delete =
                new SqlText.Builder()
                        .add("DELETE FROM " + SqlText.table(table) + " " + ROOT + " WHERE ")
                        .add(theirs)
                        .add(
                                " AND EXISTS (SELECT 1 FROM "
                                        + SqlText.table(table)
                                        + " other WHERE ");
        for (Column column : owner.link().get().ofRecord()) {
            String name = Column.quoted(column.name());
            delete.add("other." + name + " = " + ROOT + "." + name + " AND ");
        }
        delete.add(new SqlField(owner, "other").among(values)).add(")");
        return Optional.of(List.of(delete.build(), update.build()));
    }
}
