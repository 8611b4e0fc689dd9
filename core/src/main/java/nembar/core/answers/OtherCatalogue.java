package nembar.core.answers;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Access;
import nembar.core.decision.CombinedAccess;
import nembar.core.decision.FieldCoverage;
import nembar.core.recordset.RecordSet;

/**
 * Asks an access by one catalogue about what another has. On what its own has not, or has
 * otherwise, it is nothing.
 */
final class OtherCatalogue {
    private final boolean same;
    private final Catalogue own;

    /** By key: the asked catalogue's types that are shown as much by the own one. */
    private final Map<String, RecordType> types = new HashMap<>();

    /**
     * @param own the catalogue of the accesses
     * @param asked what they are asked about
     */
    OtherCatalogue(Catalogue own, Catalogue asked) {
        this.own = own;
        same = own == asked;
        if (same) {
            return;
        }
        for (RecordType type : asked.recordTypes()) {
            own.recordType(type.key())
                    .filter(was -> shows(was, type))
                    .ifPresent(was -> types.put(type.key(), was));
        }
    }

    /** The access, to be asked about the other catalogue. */
    Access through(Access access) {
        return same ? access : new Asked(access);
    }

    /** Whether the type had every field before, in the same place and no less guarded. */
    private static boolean shows(RecordType was, RecordType is) {
        return was.table().equals(is.table())
                && was.keyField().equals(is.keyField())
                && was.places().equals(is.places())
                && was.parent().equals(is.parent())
                && is.fields().stream()
                        .allMatch(
                                one ->
                                        was.field(one.key())
                                                .filter(old -> shows(old, one))
                                                .isPresent());
    }

    private static boolean shows(Field was, Field is) {
        return was.columns().equals(is.columns())
                && was.link().equals(is.link())
                && was.lookup().equals(is.lookup())
                && was.type() == is.type()
                && (is.guarded() || !was.guarded());
    }

    private final class Asked implements Access {
        private final Access access;

        Asked(Access access) {
            this.access = access;
        }

        private Optional<RecordType> own(RecordType type) {
            return Optional.ofNullable(types.get(type.key()));
        }

        @Override
        public RecordSet records(RecordType type, Operation operation) {
            return own(type)
                    .filter(was -> was.operation(operation.key()).isPresent())
                    .map(was -> access.records(was, operation))
                    .orElse(RecordSet.NOTHING);
        }

        @Override
        public FieldCoverage field(RecordType type, Field field) {
            return own(type)
                    .map(was -> access.field(was, was.knownField(field.key())))
                    .orElseGet(() -> CombinedAccess.NOTHING.field(type, field));
        }

        @Override
        public String level(Function function) {
            return own.function(function.key()).map(access::level).orElse(Function.NONE);
        }
    }
}
