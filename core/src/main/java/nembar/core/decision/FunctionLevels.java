package nembar.core.decision;

import java.util.Comparator;
import java.util.List;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FunctionAccess.FunctionGrant;

/** Levels of functions, and what they need (docs/access-model.md, section 4). */
final class FunctionLevels {
    private final Catalogue catalogue;
    private final HeldPrivileges held;

    FunctionLevels(Catalogue catalogue, HeldPrivileges held) {
        this.catalogue = catalogue;
        this.held = held;
    }

    /** The level of the function, with what makes it so. */
    FunctionAccess of(Function function) {
        List<String> levels = function.levels();
        List<FunctionGrant> grants =
                held.onFunction(function.key())
                        .map(one -> new FunctionGrant(one.holding(), one.privilege()))
                        .sorted(
                                Comparator.comparingInt(
                                        grant -> -levels.indexOf(grant.privilege().level())))
                        .toList();
        if (grants.isEmpty()) {
            return FunctionAccess.none(function);
        }
        List<Function.Need> unmet = function.needs().stream().filter(need -> !meets(need)).toList();
        String level = unmet.isEmpty() ? grants.get(0).privilege().level() : Function.NONE;
        return new FunctionAccess(function, level, grants, unmet);
    }

    private boolean meets(Function.Need need) {
        if (need instanceof Function.FunctionNeed of) {
            return of(catalogue.function(of.function()).orElseThrow()).atLeast(of.level());
        }
        Function.PrivilegeNeed of = (Function.PrivilegeNeed) need;
        RecordType type = catalogue.recordType(of.recordType()).orElseThrow();
        Operation operation = type.operation(of.operation()).orElseThrow();
        return held.giving(type, operation)
                .anyMatch(one -> held.counts(one.privilege().reach(), type));
    }
}
