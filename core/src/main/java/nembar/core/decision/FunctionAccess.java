package nembar.core.decision;

import java.util.List;
import nembar.core.catalogue.Function;
import nembar.core.design.Privilege;

/**
 * The level a person has of a function (docs/access-model.md, section 4).
 *
 * @param level one of the function's levels; "none" when nothing gives more or a need is unmet
 * @param grants what gives it, the highest level first
 * @param unmet needs for want of which the level is none
 */
public record FunctionAccess(
        Function function, String level, List<FunctionGrant> grants, List<Function.Need> unmet) {

    /** A function privilege in the person's hands. */
    public record FunctionGrant(Holding holding, Privilege.FunctionPrivilege privilege) {}

    public FunctionAccess {
        grants = List.copyOf(grants);
        unmet = List.copyOf(unmet);
    }

    /** Nothing gives any of it. */
    static FunctionAccess none(Function function) {
        return new FunctionAccess(function, Function.NONE, List.of(), List.of());
    }

    /** Whether the level is this one or a higher one. */
    public boolean atLeast(String wanted) {
        return function.levels().indexOf(level) >= function.levels().indexOf(wanted);
    }
}
