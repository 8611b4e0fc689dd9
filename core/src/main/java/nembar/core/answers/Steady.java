package nembar.core.answers;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Iterator;
import java.util.Optional;
import java.util.stream.Stream;
import nembar.core.condition.Added;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.Design;
import nembar.core.design.FieldFilter;
import nembar.core.design.Privilege;
import nembar.core.design.SharingRule;
import nembar.core.model.AccessModel;

/**
 * How long what a model says at an instant stays so (docs/access-model.md, section 6): until
 * something begins or ends, a day begins where a condition speaks of today, and for no time at all
 * where one speaks of now.
 */
public final class Steady {
    private Steady() {}

    /**
     * The first instant after this one at which something may be otherwise; the instant itself
     * where it may be so at once.
     */
    public static Instant until(AccessModel model, Instant at) {
        Design design = model.design();
        if (conditions(design).anyMatch(one -> one.calls(Added.NOW))) {
            return at;
        }
        ZoneId zone = model.application().zone();
        LocalDate day = LocalDate.ofInstant(at, zone);
        Edges edges = new Edges(at, zone);
        if (conditions(design).anyMatch(one -> one.calls(Added.TODAY))) {
            edges.add(begin(day.plusDays(1), zone));
        }
        model.directory()
                .accounts()
                .forEach(
                        one ->
                                one.ends()
                                        .ifPresent(
                                                last -> edges.add(begin(last.plusDays(1), zone))));
        design.assignments().forEach(one -> edges.add(one.times()));
        design.sharingRules().forEach(one -> edges.add(one.times()));
        design.directShares().forEach(one -> edges.add(one.times()));
        design.delegations().forEach(one -> edges.add(one.times()));
        Iterator<Instant> all = edges.all().iterator();
        all.next();
        return all.hasNext() ? all.next() : Instant.MAX;
    }

    private static Instant begin(LocalDate day, ZoneId zone) {
        return day.atStartOfDay(zone).toInstant();
    }

    private static Stream<Condition> conditions(Design design) {
        Stream<Optional<Condition>> ofSets =
                design.sets().stream()
                        .flatMap(set -> set.privileges().stream())
                        .map(Steady::condition);
        return Stream.of(
                        ofSets,
                        design.sharingRules().stream().map(SharingRule::condition),
                        design.accountFilters().stream().map(AccountFilter::condition),
                        design.fieldFilters().stream().map(FieldFilter::condition))
                .flatMap(all -> all)
                .flatMap(Optional::stream);
    }

    private static Optional<Condition> condition(Privilege privilege) {
        if (privilege instanceof Privilege.RecordPrivilege of) {
            return of.condition();
        }
        return privilege instanceof Privilege.FieldPrivilege of ? of.condition() : Optional.empty();
    }
}
