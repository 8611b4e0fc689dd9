package nembar.core.answers;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Iterator;
import java.util.SortedSet;
import java.util.TreeSet;
import nembar.core.condition.Added;
import nembar.core.design.Design;
import nembar.core.model.AccessModel;

/**
 * How long what a model says at an instant stays so (docs/access-model.md, section 6): until
 * something begins or ends, a day begins where a condition speaks of today, and a minute where one
 * speaks of now.
 */
public final class Steady {
    private Steady() {}

    /** The first instant after this one at which something may be otherwise. */
    public static Instant until(AccessModel model, Instant at) {
        Design design = model.design();
        ZoneId zone = model.application().zone();
        LocalDate day = LocalDate.ofInstant(at, zone);
        Edges edges = new Edges(at, zone);
        if (speaksOf(design, Added.NOW)) {
            edges.add(Added.wholeMinute(at).plus(Duration.ofMinutes(1)));
        }
        if (speaksOf(design, Added.TODAY)) {
            edges.add(begin(day.plusDays(1), zone));
        }
        addEnds(model, edges);
        Iterator<Instant> all = edges.all().iterator();
        all.next();
        return all.hasNext() ? all.next() : Instant.MAX;
    }

    /**
     * The instants between two, both left out, at which something begins or ends; what conditions
     * say of a clock is left aside.
     */
    public static SortedSet<Instant> ends(AccessModel model, Instant from, Instant until) {
        Edges edges = new Edges(from, model.application().zone());
        addEnds(model, edges);
        return new TreeSet<>(edges.all()).subSet(from, false, until, false);
    }

    private static void addEnds(AccessModel model, Edges edges) {
        ZoneId zone = model.application().zone();
        model.directory()
                .accounts()
                .forEach(
                        one ->
                                one.ends()
                                        .ifPresent(
                                                last -> edges.add(begin(last.plusDays(1), zone))));
        Design design = model.design();
        design.assignments().forEach(one -> edges.add(one.times()));
        design.sharingRules().forEach(one -> edges.add(one.times()));
        design.directShares().forEach(one -> edges.add(one.times()));
        design.delegations().forEach(one -> edges.add(one.times()));
    }

    private static Instant begin(LocalDate day, ZoneId zone) {
        return day.atStartOfDay(zone).toInstant();
    }

    private static boolean speaksOf(Design design, Added clock) {
        return Conditions.of(design).stream().anyMatch(one -> one.condition().calls(clock));
    }
}
