package nembar.core.decision;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.condition.Expression;
import nembar.core.decision.FieldCoverage.FieldGrant;
import nembar.core.design.FieldFilter;
import nembar.core.design.FieldLevel;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;

/** Levels of fields: what opens one, and what lowers it (docs/access-model.md, section 4). */
final class FieldLevels {
    private final AccessModel model;
    private final Standpoint who;
    private final HeldPrivileges held;
    private final ReachRecords records;

    FieldLevels(AccessModel model, Standpoint who, HeldPrivileges held, ReachRecords records) {
        this.model = model;
        this.who = who;
        this.held = held;
        this.records = records;
    }

    /** What the person has of the field on the records they reach, before any field filter. */
    FieldCoverage unfiltered(Access of, Coverage view, RecordType type, Field field) {
        RecordSet viewed = view.records();
        RecordSet changed = of.records(type, Operation.CHANGE);
        List<FieldGrant> grants = List.of();
        if (field.guarded()) {
            grants =
                    held.opening(type, field)
                            .map(
                                    one ->
                                            new FieldGrant(
                                                    one.holding(),
                                                    one.privilege(),
                                                    records.covers(
                                                            one.holding(),
                                                            one.privilege().reach(),
                                                            one.privilege().condition(),
                                                            type)))
                            .toList();
            viewed = RecordSet.allOf(view.withoutLifts().records(), covered(grants.stream()));
            Stream<FieldGrant> changing =
                    grants.stream()
                            .filter(one -> one.privilege().use() == FieldPrivilege.Use.CHANGE);
            changed = RecordSet.allOf(changed, covered(changing));
        }
        return new FieldCoverage(type, field, viewed, viewed, changed, grants, List.of());
    }

    private static RecordSet covered(Stream<FieldGrant> grants) {
        return RecordSet.anyOf(grants.map(FieldGrant::records).toList());
    }

    /** What is left of a field once the filters that apply to the person have lowered it. */
    FieldCoverage lowered(FieldCoverage before) {
        RecordSet masked = before.masked();
        RecordSet viewed = before.viewed();
        RecordSet changed = before.changed();
        List<FieldFilter> filters = new ArrayList<>(before.filters());
        for (FieldFilter filter : filtersOn(before.type(), before.field())) {
            RecordSet spared = spared(filter, before.type());
            FieldLevel most = filter.effect().ceiling();
            changed = most.allows(FieldLevel.CHANGE) ? changed : RecordSet.allOf(changed, spared);
            viewed = most.allows(FieldLevel.VIEW) ? viewed : RecordSet.allOf(viewed, spared);
            masked = most.allows(FieldLevel.MASKED) ? masked : RecordSet.allOf(masked, spared);
            if (!filters.contains(filter)) {
                filters.add(filter);
            }
        }
        return new FieldCoverage(
                before.type(), before.field(), masked, viewed, changed, before.grants(), filters);
    }

    /** The filters on the field whose audience has the person. */
    List<FieldFilter> filtersOn(RecordType type, Field field) {
        return model.design().fieldFilters().stream()
                .filter(one -> one.recordType().equals(type.key()))
                .filter(one -> one.fields().contains(field.key()))
                .filter(one -> model.has(one.audience(), who))
                .toList();
    }

    /** The records to which a filter does not apply: those on which its condition is false. */
    private RecordSet spared(FieldFilter filter, RecordType type) {
        return filter.condition()
                .map(condition -> Condition.of(Expression.not(condition.expression())))
                .map(not -> records.meeting(not, type))
                .orElse(RecordSet.NOTHING);
    }
}
