package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import nembar.core.answers.Edges;
import nembar.core.answers.Timeline;
import nembar.core.catalogue.Area;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.directory.Account;
import nembar.core.model.AccessModel;
import nembar.core.model.Seats.Seat;
import nembar.core.model.Standpoint;

/** Whether there is, at every instant, somebody who can give everything, or guards an area. */
final class Administrators {
    private final AccessModel nembar;
    private final Instant from;
    private final Timeline timeline;

    Administrators(AccessModel nembar, Instant from) {
        this.nembar = nembar;
        this.from = from;
        this.timeline = new Timeline(nembar, from);
    }

    /** The first instant at which nobody could; empty where somebody always can. */
    Optional<Instant> missing() {
        List<Seat> candidates = new ArrayList<>();
        Edges edges = new Edges(from, nembar.application().zone());
        for (Seat seat : nembar.seats().all()) {
            if (seat.person().active()
                    && timeline.assignments(seat).stream().anyMatch(this::mayGive)) {
                candidates.add(seat);
                timeline.edges(seat, edges);
            }
        }
        accountEdges(nembar, edges);
        Seat last = null;
        for (Instant at : edges.all()) {
            if (last == null || !givesEverything(last, at)) {
                last =
                        candidates.stream()
                                .filter(one -> givesEverything(one, at))
                                .findFirst()
                                .orElse(null);
                if (last == null) {
                    return Optional.of(at);
                }
            }
        }
        return Optional.empty();
    }

    private boolean mayGive(Assignment assignment) {
        return nembar.design().setsOf(assignment.gives()).stream()
                .flatMap(set -> set.privileges().stream())
                .anyMatch(
                        one ->
                                one instanceof RecordPrivilege of
                                        && of.recordType().equals("role")
                                        && of.operation().equals("give"));
    }

    /** Conditions that depend on the instant do not count: they may not hold at another. */
    private boolean givesEverything(Seat seat, Instant at) {
        return Authority.givesEverything(
                nembar, PersonAccess.timeless(nembar, standpoint(seat, at)));
    }

    private static Standpoint standpoint(Seat seat, Instant at) {
        return new Standpoint(seat.person(), seat.account(), at, false);
    }

    private static void accountEdges(AccessModel model, Edges edges) {
        for (Account account : model.directory().accounts()) {
            account.ends()
                    .map(day -> day.plusDays(1).atStartOfDay(model.application().zone()))
                    .ifPresent(end -> edges.add(end.toInstant()));
        }
    }

    /** The first instant at which the area has no active steward; empty for never. */
    static Optional<Instant> unguarded(AccessModel model, Area area, Instant from) {
        Edges edges = new Edges(from, model.application().zone());
        new Timeline(model, from).roleEdges(area.stewards().orElseThrow(), edges);
        accountEdges(model, edges);
        for (Instant at : edges.all()) {
            BitSet stewards = model.seatsIn(area.stewards().orElseThrow(), at);
            boolean somebody =
                    stewards.stream()
                            .mapToObj(model.seats().all()::get)
                            .anyMatch(seat -> model.active(standpoint(seat, at)));
            if (!somebody) {
                return Optional.of(at);
            }
        }
        return Optional.empty();
    }
}
