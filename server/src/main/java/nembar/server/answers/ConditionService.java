package nembar.server.answers;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import nembar.core.answers.Counting;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Added;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.condition.Satisfiability;
import nembar.core.condition.Scope;
import nembar.core.condition.Standing;
import nembar.core.coverage.RecordSet;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.model.Standpoint;
import nembar.core.text.Nearest;
import nembar.server.answers.AnswersController.ConditionAsked;
import nembar.server.answers.AnswersController.ConditionShown;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** Reads, checks and renders conditions. */
@Service
class ConditionService {
    private final Models models;
    private final Governance governance;
    private final Clock clock;

    ConditionService(Models models, Governance governance, Clock clock) {
        this.clock = clock;
        this.models = models;
        this.governance = governance;
    }

    /**
     * @throws ModelRefused with the place of what cannot be read, or is not so
     */
    ConditionShown check(Person me, String application, ConditionAsked asked) {
        governance.requireOnApplication(me, "view", application);
        AccessModel model = models.model(application);
        RecordType type = type(model, asked.recordType());
        Scope scope = model.scopeOf(type);
        if ((asked.text() == null) == (asked.json() == null)) {
            throw new BadRequest("text", "Give the condition as text or as json.");
        }
        try {
            Condition condition =
                    asked.text() != null
                            ? Condition.ofText(asked.text())
                            : Condition.ofJson(asked.json());
            condition.check(
                    scope,
                    Boolean.TRUE.equals(asked.restricts()) ? Standing.RESTRICTS : Standing.OPENS);
            Satisfiability seen = new Satisfiability(scope);
            String always = "sometimes";
            if (seen.never(condition.expression())) {
                always = "never";
            } else if (seen.always(condition.expression())) {
                always = "always";
            }
            Optional<long[]> counted = counted(me, model, type, condition);
            return new ConditionShown(
                    condition.text(),
                    condition.json(),
                    condition.words(scope),
                    always,
                    counted.map(one -> one[0]),
                    counted.map(one -> one[1]));
        } catch (ConditionRefused refused) {
            throw new ModelRefused(List.of(new Problem(refused.place(), refused.reason())));
        }
    }

    /**
     * How many records meet it, and how many there are; empty where that depends on whose eyes see
     * them, or may not be told.
     */
    private Optional<long[]> counted(
            Person me, AccessModel model, RecordType type, Condition condition) {
        boolean personal =
                condition.calls(Added.HAS)
                        || condition.expression().properties().stream()
                                .anyMatch(one -> one.startsWith(Scope.PERSON));
        if (personal) {
            return Optional.empty();
        }
        RecordSet set =
                new PersonAccess(model, Standpoint.of(me, clock.instant()))
                        .meeting(Optional.of(condition), type);
        Map<RecordSet, Long> counts =
                governance.counting(me, model).count(type, Set.of(set, RecordSet.EVERYTHING));
        long matches = counts.get(set);
        return matches == Counting.WITHHELD
                ? Optional.empty()
                : Optional.of(new long[] {matches, counts.get(RecordSet.EVERYTHING)});
    }

    Map<String, String> names(Person me, String application, String recordType) {
        governance.requireOnApplication(me, "view", application);
        AccessModel model = models.model(application);
        Map<String, String> names = new TreeMap<>();
        model.scopeOf(type(model, recordType))
                .names()
                .forEach((name, named) -> names.put(name, named.type().words()));
        return names;
    }

    private static RecordType type(AccessModel model, String key) {
        List<String> known = model.catalogue().recordTypes().stream().map(RecordType::key).toList();
        if (key == null) {
            throw new BadRequest("recordType", "Name the record type.");
        }
        return model.catalogue()
                .recordType(key)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "recordType",
                                        Nearest.sentence(
                                                "There is no record type `" + key + "`",
                                                key,
                                                known)));
    }
}
