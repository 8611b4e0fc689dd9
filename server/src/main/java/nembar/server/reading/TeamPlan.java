package nembar.server.reading;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.text.Slug;
import nembar.core.text.Wording;
import nembar.server.document.DocumentWriter;
import nembar.server.provisioning.Sourced;
import nembar.server.reading.SourceImport.RunLine;
import nembar.server.sources.Sources.Origin;
import nembar.server.store.ModelStore;

/**
 * What becomes of teams whose members a source has. It has the say of its own people only: who was
 * listed by hand stays, and so do conditions. A team is known again by the name it has there, then
 * by its key or name here; one that is not here is made.
 */
final class TeamPlan {
    private final Directory directory;
    private final Map<String, Origin> origins;
    private final UnaryOperator<String> personName;
    private final Map<String, Team> here = new HashMap<>();
    private final Set<String> made = new TreeSet<>();

    /**
     * @param origins of the source's teams, by key
     * @param personName what somebody of a key is called who is not here yet
     */
    TeamPlan(Directory directory, Map<String, Origin> origins, UnaryOperator<String> personName) {
        this.personName = personName;
        this.directory = directory;
        this.origins = origins;
        directory.teams().forEach(one -> here.put(plain(one.name()), one));
        directory.teams().forEach(one -> here.put(plain(one.key()), one));
        directory.teams().forEach(this::knownThere);
    }

    private void knownThere(Team team) {
        Optional.ofNullable(origins.get(team.key()))
                .flatMap(Origin::externalId)
                .ifPresent(name -> here.put(plain(name), team));
    }

    /**
     * The teams that change.
     *
     * @param people by what the source knows them by, the keys of those who are here or come
     * @param ours keys of all people of the source, those included who are not there any more
     * @param versions of the teams that are here, as they were seen
     */
    List<Planned> of(
            List<TeamMember> there,
            Map<String, String> people,
            Set<String> ours,
            Map<String, Long> versions) {
        Map<String, String> names = new HashMap<>();
        Map<String, Set<String>> members = new TreeMap<>();
        for (TeamMember one : there) {
            String team = plain(one.team());
            names.putIfAbsent(team, one.team());
            Set<String> those = members.computeIfAbsent(team, any -> new TreeSet<>());
            Optional.ofNullable(people.get(PeoplePlan.plain(one.person()))).ifPresent(those::add);
        }
        // A team that has nobody there any more loses those whom it had from there.
        origins.values()
                .forEach(
                        origin ->
                                origin.externalId()
                                        .filter(name -> here.containsKey(plain(name)))
                                        .ifPresent(
                                                name -> {
                                                    names.putIfAbsent(plain(name), name);
                                                    members.computeIfAbsent(
                                                            plain(name), any -> new TreeSet<>());
                                                }));
        List<Planned> plan = new ArrayList<>();
        members.forEach(
                (team, those) ->
                        planned(names.get(team), those, ours, versions).ifPresent(plan::add));
        return plan;
    }

    private Optional<Planned> planned(
            String name, Set<String> those, Set<String> ours, Map<String, Long> versions) {
        Optional<Team> known = Optional.ofNullable(here.get(plain(name)));
        if (known.isEmpty() && those.isEmpty()) {
            return Optional.empty();
        }
        Team team = known.orElseGet(() -> new Team(key(name), name, Set.of(), Set.of()));
        Set<String> next = new TreeSet<>(team.members());
        next.removeAll(ours);
        next.addAll(those);
        boolean marked = origins.containsKey(team.key());
        if (known.isPresent() && marked && next.equals(team.members())) {
            return Optional.empty();
        }
        Set<String> leads = new TreeSet<>(team.leads());
        leads.retainAll(next);
        String detail = detail(team.members(), next);
        String what = known.isEmpty() ? "teamComes" : marked ? "teamChanges" : "teamAdopted";
        String words = known.isEmpty() ? "made it" : marked ? "changed it" : "took it over";
        Sourced sourced =
                Sourced.team(
                                DocumentWriter.team(team.withMembers(next, leads)),
                                name,
                                detail.isEmpty() ? words : words + ": " + detail)
                        .seen(versions.getOrDefault(team.key(), ModelStore.ABSENT));
        return Optional.of(
                new Planned(
                        new RunLine(what, name, team.name(), "", detail), Optional.of(sourced)));
    }

    private String key(String name) {
        String key =
                Slug.of(
                        name,
                        "team",
                        taken -> directory.team(taken).isPresent() || made.contains(taken));
        made.add(key);
        return key;
    }

    private String detail(Set<String> now, Set<String> next) {
        List<String> parts = new ArrayList<>();
        said(next, now, "joins", "join").ifPresent(parts::add);
        said(now, next, "leaves", "leave").ifPresent(parts::add);
        return String.join("; ", parts);
    }

    /** Those of the one who are not in the other, the first of them by name. */
    private Optional<String> said(Set<String> of, Set<String> without, String one, String several) {
        List<String> names =
                of.stream()
                        .filter(key -> !without.contains(key))
                        .map(
                                key ->
                                        directory
                                                .person(key)
                                                .map(Person::name)
                                                .orElseGet(() -> personName.apply(key)))
                        .sorted()
                        .toList();
        if (names.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(Wording.some(names) + " " + (names.size() == 1 ? one : several));
    }

    private static String plain(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }
}
