package nembar.core.decision;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.design.FieldFilter;
import nembar.core.design.FieldLevel;
import nembar.core.design.MaskStyle;
import nembar.core.design.Privilege;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.recordset.Relatives;

/**
 * What a person has of one field, as the records on which it is at least masked, at least viewed,
 * and changed. Each of the three sets is within the one before it.
 *
 * @param grants for a guarded field, the field privileges that open it
 * @param filters the field filters that lower it, on every record or on those that meet a condition
 */
public record FieldCoverage(
        RecordType type,
        Field field,
        RecordSet masked,
        RecordSet viewed,
        RecordSet changed,
        List<FieldGrant> grants,
        List<FieldFilter> filters) {

    /** A field privilege in the person's hands, and the records it covers. */
    public record FieldGrant(
            Holding holding, Privilege.FieldPrivilege privilege, RecordSet records) {}

    public FieldCoverage {
        grants = List.copyOf(grants);
        filters = List.copyOf(filters);
    }

    /** The level on this record. */
    public FieldLevel levelOn(GovernedRecord record, Relatives relatives) {
        if (changed.contains(record, type, relatives)) {
            return FieldLevel.CHANGE;
        }
        if (viewed.contains(record, type, relatives)) {
            return FieldLevel.VIEW;
        }
        return masked.contains(record, type, relatives) ? FieldLevel.MASKED : FieldLevel.HIDDEN;
    }

    /** How masked values are shown, where a filter masks the field; the strictest wins. */
    public Optional<MaskStyle> mask() {
        return filters.stream()
                .map(FieldFilter::effect)
                .filter(FieldFilter.Effect.Mask.class::isInstance)
                .map(effect -> ((FieldFilter.Effect.Mask) effect).style())
                .min(Enum::compareTo);
    }
}
