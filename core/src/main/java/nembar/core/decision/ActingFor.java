package nembar.core.decision;

import java.util.List;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;

/**
 * What somebody's acting for another is made of (docs/access-model.md, section 3): what both the
 * principal's own access and the listed sets allow, both cut by the delegate's filters too, on
 * every record type, so also on parents that are followed and children that lift.
 *
 * @param principal the principal's own access, kept in as an external's where either is one
 * @param listed what the listed sets alone would give at the principal's place
 * @param delegate the delegate at each of their own accounts
 */
record ActingFor(PersonAccess principal, PersonAccess listed, List<PersonAccess> delegate) {
    /** A delegate who could not act for themselves acts for nobody. */
    boolean active() {
        return delegate.stream().anyMatch(PersonAccess::active);
    }

    Coverage coverage(RecordType type, Operation operation) {
        Coverage own = principal.coverage(type, operation);
        RecordSet both = listed.records(type, operation);
        List<Grant> grants =
                own.grants().stream()
                        .map(
                                grant ->
                                        new Grant(
                                                grant.route(),
                                                RecordSet.allOf(grant.records(), both)))
                        .filter(grant -> !grant.records().equals(RecordSet.NOTHING))
                        .toList();
        return new Coverage(type, operation, grants, own.withheld(), own.cuts());
    }

    /** What there is of the field, lowered by the filters of both. */
    FieldCoverage field(Access through, RecordType type, Field field) {
        FieldCoverage own = principal.unfiltered(type, field);
        FieldCoverage both = listed.unfiltered(type, field);
        RecordSet viewed =
                RecordSet.allOf(own.viewed(), both.viewed(), through.records(type, Operation.VIEW));
        RecordSet changed =
                RecordSet.allOf(
                        own.changed(), both.changed(), through.records(type, Operation.CHANGE));
        FieldCoverage found =
                new FieldCoverage(type, field, viewed, viewed, changed, own.grants(), List.of());
        found = principal.fieldLevels().lowered(found);
        for (PersonAccess one : delegate) {
            found = one.fieldLevels().lowered(found);
        }
        return found;
    }

    boolean asItsRecord(RecordType type, Field field) {
        return principal.asItsRecord(type, field)
                && delegate.stream().allMatch(one -> one.asItsRecord(type, field));
    }

    FunctionAccess function(Function function) {
        FunctionAccess own = principal.function(function);
        FunctionAccess both = listed.function(function);
        return own.atLeast(both.level()) ? both : own;
    }
}
