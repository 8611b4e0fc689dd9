package nembar.core.answers;

import java.util.List;
import java.util.Optional;
import nembar.core.condition.Condition;
import nembar.core.condition.Satisfiability;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.model.AccessModel;

/** Whether one privilege or set gives everything that another gives, to whoever holds both. */
public final class Redundancy {
    private final AccessModel model;

    public Redundancy(AccessModel model) {
        this.model = model;
    }

    public boolean covers(PrivilegeSet wide, PrivilegeSet narrow) {
        return !narrow.privileges().isEmpty()
                && narrow.privileges().stream()
                        .allMatch(
                                one ->
                                        wide.privileges().stream()
                                                .anyMatch(other -> covers(other, one)));
    }

    /** Whether the wide privilege gives all that the narrow one gives. */
    public boolean covers(Privilege wide, Privilege narrow) {
        if (wide instanceof RecordPrivilege w && narrow instanceof RecordPrivilege n) {
            return w.recordType().equals(n.recordType())
                    && carries(w, n)
                    && n.reach().within(w.reach())
                    && implied(n.recordType(), n.condition(), w.condition());
        }
        if (wide instanceof FieldPrivilege w && narrow instanceof FieldPrivilege n) {
            return w.recordType().equals(n.recordType())
                    && w.fields().containsAll(n.fields())
                    && w.use().compareTo(n.use()) >= 0
                    && n.reach().within(w.reach())
                    && implied(n.recordType(), n.condition(), w.condition());
        }
        if (wide instanceof FunctionPrivilege w && narrow instanceof FunctionPrivilege n) {
            List<String> levels =
                    model.catalogue()
                            .function(n.function())
                            .map(function -> function.levels())
                            .orElse(List.of());
            return w.function().equals(n.function())
                    && levels.indexOf(w.level()) >= levels.indexOf(n.level());
        }
        return false;
    }

    private boolean carries(RecordPrivilege wide, RecordPrivilege narrow) {
        return model.catalogue()
                .recordType(wide.recordType())
                .flatMap(
                        type ->
                                type.operation(wide.operation())
                                        .flatMap(
                                                given ->
                                                        type.operation(narrow.operation())
                                                                .map(given::carries)))
                .orElse(false);
    }

    private boolean implied(
            String recordType, Optional<Condition> narrow, Optional<Condition> wide) {
        if (wide.isEmpty()) {
            return true;
        }
        return narrow.isPresent()
                && new Satisfiability(
                                model.scopeOf(
                                        model.catalogue().recordType(recordType).orElseThrow()))
                        .implies(narrow.get().expression(), wide.get().expression());
    }
}
