package nembar.core.answers;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/** Where answers have sets of records counted; the caller's database does it. */
public interface Counting {
    /** In place of a number that whoever asks may not be told. */
    long WITHHELD = -1;

    /** How many records of the type each set has, in one scan of the type's table. */
    Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets);

    /** Keys of some records of the set, the first by key. */
    List<String> examples(RecordType type, RecordSet set, int atMost);
}
