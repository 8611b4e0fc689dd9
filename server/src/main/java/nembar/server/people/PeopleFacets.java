package nembar.server.people;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.SeatUse;
import nembar.core.design.Assignment;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.text.Words;
import nembar.server.governance.Governance;
import nembar.server.http.Named;
import nembar.server.model.Models;
import nembar.server.sources.Sources;
import org.springframework.stereotype.Service;

/** What people may be filtered by, and how many of those whom one may view each leaves. */
@Service
class PeopleFacets {
    private final Models models;
    private final Governance governance;
    private final Sources sources;
    private final Clock clock;

    PeopleFacets(Models models, Governance governance, Sources sources, Clock clock) {
        this.models = models;
        this.governance = governance;
        this.sources = sources;
        this.clock = clock;
    }

    /** One value to filter by and how many people have it. */
    record Facet(String key, String name, long people) {}

    /**
     * A role to filter by, or to give.
     *
     * @param seats how many seats are in use of the pools that it takes one from, in words
     */
    record RoleFacet(String key, String name, long people, List<String> seats) {}

    /** Everything to filter by. */
    record Facets(
            long total,
            List<Facet> kinds,
            List<Facet> statuses,
            List<Facet> teams,
            List<RoleFacet> roles,
            List<Facet> sources,
            List<Named> units) {}

    Facets of(Person me) {
        Directory directory = models.directory();
        List<Person> visible = directory.people().stream().filter(governance.mayView(me)).toList();
        Set<String> keys = visible.stream().map(Person::key).collect(Collectors.toSet());
        Map<String, Long> kinds = new LinkedHashMap<>();
        Map<String, Long> statuses = new LinkedHashMap<>();
        visible.forEach(
                one -> {
                    kinds.merge(Words.of(one.kind()), 1L, Long::sum);
                    statuses.merge(Words.of(one.status()), 1L, Long::sum);
                });
        Predicate<String> teamsSeen = governance.mayOnPlaces(me, "team", "view");
        List<Facet> teams =
                directory.teams().stream()
                        .filter(
                                team ->
                                        teamsSeen.test(team.key())
                                                || team.leads().contains(me.key()))
                        .map(
                                team ->
                                        new Facet(
                                                team.key(),
                                                team.name(),
                                                directory.membersOf(Set.of(team.key())).stream()
                                                        .filter(keys::contains)
                                                        .count()))
                        .sorted(Comparator.comparing(Facet::name))
                        .toList();
        List<RoleFacet> roles = new ArrayList<>();
        for (AccessModel model : models.all()) {
            if (!governance.mayViewApplication(me, model.application().key())) {
                continue;
            }
            SeatUse seats = new SeatUse(model);
            model.design()
                    .roles()
                    .forEach(
                            role ->
                                    roles.add(
                                            new RoleFacet(
                                                    model.application().key() + "/" + role.key(),
                                                    role.name()
                                                            + (model.application()
                                                                            .key()
                                                                            .equals(Models.NEMBAR)
                                                                    ? ", in Nembar"
                                                                    : ""),
                                                    PeopleList.people(
                                                                    model,
                                                                    model.holdersOf(
                                                                            role.key(),
                                                                            clock.instant()))
                                                            .stream()
                                                            .filter(keys::contains)
                                                            .count(),
                                                    seats.told(
                                                            new Assignment.Gives.OfRole(role.key()),
                                                            clock.instant()))));
        }
        roles.sort(Comparator.comparing(RoleFacet::name));
        return new Facets(
                visible.size(),
                counted(kinds),
                counted(statuses),
                teams,
                roles,
                sources.all().stream()
                        .map(
                                one ->
                                        new Facet(
                                                one.id(),
                                                one.name(),
                                                (int)
                                                        sources
                                                                .of(Sources.PERSON, one.id())
                                                                .keySet()
                                                                .stream()
                                                                .filter(keys::contains)
                                                                .count()))
                        .filter(one -> one.people() > 0)
                        .toList(),
                directory.units().stream().map(one -> new Named(one.key(), one.name())).toList());
    }

    private static List<Facet> counted(Map<String, Long> counts) {
        return counts.entrySet().stream()
                .map(one -> new Facet(one.getKey(), one.getKey(), one.getValue()))
                .toList();
    }
}
