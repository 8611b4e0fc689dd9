package nembar.server.model;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.server.http.Refused;
import org.springframework.stereotype.Component;

/**
 * Rules that stand above every design and cannot be given away (docs/access-model.md, section 10).
 */
@Component
class StandingRules {
    private final Clock clock;

    StandingRules(Clock clock) {
        this.clock = clock;
    }

    /**
     * Guarded areas: what changes the area itself, its stewards, or anybody's access to its records
     * needs one of its present stewards as the author.
     *
     * @throws Refused naming the area and the people touched
     */
    void guardedAreas(AccessModel now, AccessModel next, Person author) {
        Standpoint who = Standpoint.of(author, clock.instant());
        for (Area area : now.catalogue().areas()) {
            if (area.guarded() && !now.has(area.stewards().orElseThrow(), who)) {
                guardedArea(now, next, area);
            }
        }
    }

    /**
     * Never nobody: somebody active must still be able to change every application.
     *
     * @param nembar the model of Nembar itself, as it would be
     * @throws Refused when nobody could
     */
    void neverNobody(AccessModel nembar) {
        RecordType applications = nembar.catalogue().recordType("application").orElseThrow();
        boolean somebody =
                nembar.directory().people().stream()
                        .filter(Person::active)
                        .map(person -> Standpoint.of(person, clock.instant()))
                        .map(who -> new PersonAccess(nembar, who))
                        .map(access -> access.coverage(applications, Operation.CHANGE).records())
                        .anyMatch(RecordSet.EVERYTHING::equals);
        if (!somebody) {
            throw new Refused(
                    "This would leave nobody able to administer Nembar.",
                    List.of(
                            "Leave at least one active person a role that may change every"
                                    + " application."));
        }
    }

    private void guardedArea(AccessModel now, AccessModel next, Area area) {
        List<RecordType> types = typesIn(now, area);
        boolean same =
                next.catalogue().area(area.key()).filter(area::equals).isPresent()
                        && types.equals(typesIn(next, area));
        List<String> touched = same ? peopleTouched(now, next, area, types) : List.of();
        if (same && touched.isEmpty()) {
            return;
        }
        String what = "The area itself would be changed.";
        if (same) {
            String more = touched.size() > 1 ? " and " + (touched.size() - 1) + " more" : "";
            what = "Access would change for " + touched.get(0) + more + ".";
        }
        throw new Refused(
                "This would change access to " + area.name() + ", which is guarded.",
                List.of(what, "Ask one of the area's stewards to make the change."));
    }

    private List<String> peopleTouched(
            AccessModel now, AccessModel next, Area area, List<RecordType> types) {
        Instant at = clock.instant();
        List<String> touched = new ArrayList<>();
        for (Person person : next.directory().people()) {
            List<Object> after = outcome(next, person, area, types, at);
            Optional<List<Object>> before =
                    now.directory()
                            .person(person.key())
                            .map(known -> outcome(now, known, area, types, at));
            boolean same =
                    before.map(after::equals)
                            .orElseGet(() -> after.stream().allMatch(StandingRules::nothing));
            if (!same) {
                touched.add(person.name());
            }
        }
        return touched;
    }

    private static boolean nothing(Object outcome) {
        return outcome.equals(RecordSet.NOTHING) || outcome.equals(false);
    }

    /** What the person has in the area, as symbols: equal symbols are equal access. */
    private static List<Object> outcome(
            AccessModel model, Person person, Area area, List<RecordType> types, Instant at) {
        List<Object> outcome = new ArrayList<>();
        List<Optional<String>> accounts =
                person.accounts().isEmpty()
                        ? List.of(Optional.empty())
                        : person.accounts().stream().map(Optional::of).toList();
        for (Optional<String> account : accounts) {
            Standpoint who = new Standpoint(person, account, at, true);
            PersonAccess access = new PersonAccess(model, who);
            outcome.add(model.has(area.stewards().orElseThrow(), who));
            for (RecordType type : types) {
                type.operations().forEach(one -> outcome.add(access.coverage(type, one).records()));
                type.fields()
                        .forEach(
                                field -> {
                                    FieldCoverage level = access.field(type, field);
                                    outcome.add(level.masked());
                                    outcome.add(level.viewed());
                                    outcome.add(level.changed());
                                });
            }
        }
        return outcome;
    }

    private static List<RecordType> typesIn(AccessModel model, Area area) {
        return model.catalogue().recordTypes().stream()
                .filter(type -> type.area().equals(area.key()))
                .toList();
    }
}
