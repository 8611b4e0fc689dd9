package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import nembar.core.answers.Edges;
import nembar.core.answers.Timeline;
import nembar.core.catalogue.Area;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.directory.Account;
import nembar.core.findings.Finding;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Standpoint;

/**
 * Who administers: that there is always somebody, and who is there (docs/access-model.md, section
 * 10).
 */
public final class Administrators {
    private final AccessModel nembar;
    private final Instant from;
    private final Timeline timeline;

    private Administrators(AccessModel nembar, Instant from) {
        this.nembar = nembar;
        this.from = from;
        this.timeline = new Timeline(nembar, from);
    }

    /**
     * Never nobody: at every instant somebody active must be able to give everything, and every
     * guarded area must have an active steward.
     *
     * @param nembar the model of Nembar itself as it would be
     * @param applications the models of all applications as they would be
     */
    public static List<Objection> neverNobody(
            AccessModel nembar, Collection<AccessModel> applications, Instant at) {
        List<Objection> objections = new ArrayList<>();
        new Administrators(nembar, at)
                .missing()
                .ifPresent(
                        when ->
                                objections.add(
                                        nobody(
                                                "This would leave nobody able to administer Nembar"
                                                        + later(when, at)
                                                        + ": keep at least one active person who"
                                                        + " may give every role and set to"
                                                        + " everybody.")));
        for (AccessModel model : applications) {
            for (Area area : model.catalogue().areas()) {
                if (area.guarded()) {
                    unguarded(model, area, at)
                            .ifPresent(
                                    when ->
                                            objections.add(
                                                    nobody(
                                                            "This would leave "
                                                                    + area.name()
                                                                    + ", which is guarded, without"
                                                                    + " an active steward"
                                                                    + later(when, at)
                                                                    + ".")));
                }
            }
        }
        return objections;
    }

    private static Objection nobody(String why) {
        return new Objection(Rule.NEVER_NOBODY, why, List.of(), Set.of());
    }

    private static String later(Instant when, Instant at) {
        return when.equals(at) ? "" : " from " + when + " on";
    }

    /** What is worth a look about who administers: that it hangs on one person. */
    public static List<Finding> findings(AccessModel nembar, Instant at) {
        return Authority.only(Authority.givingEverything(Authority.ofAll(nembar, at))).stream()
                .map(
                        one ->
                                new Finding(
                                        Finding.Kind.ONLY_ONE_ADMINISTRATOR,
                                        List.of(new Finding.Concern("person", one.key())),
                                        "Only one person may give everything: while they are away,"
                                                + " nobody can, and nobody can approve what they"
                                                + " give themselves.",
                                        List.of()))
                .toList();
    }

    /** Keys of those who may publish drafts at all. */
    public static Set<String> publishers(AccessModel nembar, Instant at) {
        return Authority.ofAll(nembar, at).stream()
                .filter(Authority::publishes)
                .map(Authority::key)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** The first instant at which nobody could; empty where somebody always can. */
    private Optional<Instant> missing() {
        List<Persona> candidates = new ArrayList<>();
        Edges edges = new Edges(from, nembar.application().zone());
        for (Persona persona : nembar.personas().all()) {
            if (persona.person().active()
                    && timeline.assignments(persona).stream().anyMatch(this::mayGive)) {
                candidates.add(persona);
                timeline.edges(persona, edges);
            }
        }
        accountEdges(nembar, edges);
        Persona last = null;
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
    private boolean givesEverything(Persona persona, Instant at) {
        return Authority.givesEverything(
                nembar, PersonAccess.timeless(nembar, standpoint(persona, at)));
    }

    private static Standpoint standpoint(Persona persona, Instant at) {
        return new Standpoint(persona.person(), persona.account(), at, false);
    }

    private static void accountEdges(AccessModel model, Edges edges) {
        for (Account account : model.directory().accounts()) {
            account.ends()
                    .map(day -> day.plusDays(1).atStartOfDay(model.application().zone()))
                    .ifPresent(end -> edges.add(end.toInstant()));
        }
    }

    /** The first instant at which the area has no active steward; empty for never. */
    private static Optional<Instant> unguarded(AccessModel model, Area area, Instant from) {
        Edges edges = Stewards.edges(new Timeline(model, from), area, from);
        accountEdges(model, edges);
        for (Instant at : edges.all()) {
            BitSet stewards = model.personasIn(area.stewards().orElseThrow(), at);
            boolean somebody =
                    stewards.stream()
                            .mapToObj(model.personas().all()::get)
                            .anyMatch(persona -> model.active(standpoint(persona, at)));
            if (!somebody) {
                return Optional.of(at);
            }
        }
        return Optional.empty();
    }
}
