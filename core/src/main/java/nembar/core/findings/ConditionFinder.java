package nembar.core.findings;

import java.util.List;
import java.util.Optional;
import nembar.core.answers.Conditions;
import nembar.core.answers.Moment;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Satisfiability;
import nembar.core.findings.Finding.Kind;

/** Conditions that never hold, or always. */
final class ConditionFinder extends Finder {
    ConditionFinder(Moment moment) {
        super(moment);
    }

    @Override
    void find() {
        for (Conditions.Used used : Conditions.of(design)) {
            Optional<RecordType> type = used.recordType().flatMap(model.catalogue()::recordType);
            if (type.isEmpty()) {
                continue;
            }
            Satisfiability seen = new Satisfiability(model.scopeOf(type.get()));
            String words = used.condition().words(model.scopeOf(type.get()));
            if (seen.never(used.condition().expression())) {
                add(
                        Kind.CONDITION_NEVER_HOLDS,
                        List.of(concern(used.element())),
                        "It can never be that " + words + ".");
            } else if (seen.always(used.condition().expression())) {
                add(
                        Kind.CONDITION_ALWAYS_HOLDS,
                        List.of(concern(used.element())),
                        "It is always so that " + words + ".");
            }
        }
    }
}
