package nembar.core.recordset;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.RecordType;

/** Where a decision in memory finds the records above and below the one it is about. */
public interface Relatives {
    /** No relatives at all: for record types that neither follow nor lift. */
    Relatives NONE =
            new Relatives() {
                @Override
                public Optional<GovernedRecord> record(RecordType type, String key) {
                    return Optional.empty();
                }

                @Override
                public List<GovernedRecord> referring(RecordType type, String through, String key) {
                    return List.of();
                }
            };

    /** The record of this type and key. */
    Optional<GovernedRecord> record(RecordType type, String key);

    /** The records of this type whose field {@code through} refers to {@code key}. */
    List<GovernedRecord> referring(RecordType type, String through, String key);
}
