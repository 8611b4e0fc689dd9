package nembar.server.teams;

import java.time.Clock;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Predicate;
import nembar.core.condition.Condition;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonNames;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.sources.Sources;
import nembar.server.store.ElementRef;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Service;

/** Lists teams and shows them. */
@Service
class Teams {
    static final String TEAM = "team";

    private final Models models;
    private final Governance governance;
    private final ModelStore store;
    private final Sources sources;
    private final Acts acts;
    private final Clock clock;

    Teams(
            Models models,
            Governance governance,
            ModelStore store,
            Sources sources,
            Acts acts,
            Clock clock) {
        this.models = models;
        this.governance = governance;
        this.store = store;
        this.sources = sources;
        this.acts = acts;
        this.clock = clock;
    }

    /**
     * A team in a list.
     *
     * @param byCondition whether some of its members come by a condition
     */
    record TeamLine(
            String key,
            String name,
            int members,
            List<String> leads,
            boolean byCondition,
            boolean mine,
            String source) {}

    record TeamPage(List<TeamLine> teams, long total, boolean mayCreate) {}

    /**
     * @param listed whether they are named, beside or instead of meeting the condition
     */
    record Member(
            String key,
            String name,
            String email,
            boolean external,
            @OneOf(PersonStatus.class) String status,
            boolean lead,
            boolean listed,
            boolean matches) {}

    /**
     * A team, whole.
     *
     * @param who the condition on its members, as text; empty for none
     * @param members those whom whoever asks may view, or all for its leads
     * @param unseen how many others there are
     * @param history for those who may change it or its members
     * @param given what its members are given, in words
     */
    record TeamSheet(
            String key,
            long version,
            String name,
            String who,
            String whoWords,
            List<Member> members,
            long total,
            int unseen,
            List<String> given,
            boolean mayChange,
            boolean mayMembers,
            String source,
            List<Acts.Act> history) {}

    TeamPage list(Person me, String search, int page, int size) {
        Directory directory = models.directory();
        Predicate<String> visible = governance.mayOnPlaces(me, TEAM, "view");
        Predicate<Person> seen = governance.mayView(me);
        String wanted = search.strip().toLowerCase(Locale.ROOT);
        List<TeamLine> found =
                directory.teams().stream()
                        .filter(one -> visible.test(one.key()) || one.leads().contains(me.key()))
                        .filter(one -> one.name().toLowerCase(Locale.ROOT).contains(wanted))
                        .map(
                                one ->
                                        new TeamLine(
                                                one.key(),
                                                one.name(),
                                                directory.membersOf(Set.of(one.key())).size(),
                                                leads(directory, one, seen),
                                                one.who().isPresent(),
                                                one.leads().contains(me.key()),
                                                source(one)))
                        .sorted(Comparator.comparing(one -> one.name().toLowerCase(Locale.ROOT)))
                        .toList();
        return new TeamPage(
                Paging.slice(found, page, size),
                found.size(),
                governance.mayOnPlace(me, TEAM, "create", "new"));
    }

    private String source(Team team) {
        return sources.originOf(Sources.TEAM, team.key())
                .flatMap(one -> sources.find(one.source()))
                .map(Sources.Source::name)
                .orElse("");
    }

    /** Names of the leads whom whoever asks may view. */
    private static List<String> leads(Directory directory, Team team, Predicate<Person> seen) {
        return team.leads().stream()
                .flatMap(key -> directory.person(key).stream())
                .filter(seen)
                .map(Person::name)
                .toList();
    }

    static List<String> names(Directory directory, Set<String> keys) {
        return keys.stream().map(key -> directory.personName(key)).toList();
    }

    Team known(String key) {
        return known(models.directory(), key);
    }

    static Team known(Directory directory, String key) {
        return directory.team(key).orElseThrow(() -> new NotFound(TEAM, "There is no such team."));
    }

    TeamSheet sheet(Person me, String key, int page, int size) {
        Team team = known(key);
        if (!leads(me, team)) {
            governance.requireOnPlace(me, TEAM, "view", key, team.name());
        }
        Directory directory = models.directory();
        Set<String> matching =
                directory
                        .with(Edits.ofTeams(List.of(team.withMembers(Set.of(), Set.of()))))
                        .membersOf(Set.of(key));
        Set<String> all = directory.membersOf(Set.of(key));
        Predicate<Person> visible = leads(me, team) ? any -> true : governance.mayView(me);
        List<Member> members =
                all.stream()
                        .flatMap(one -> directory.person(one).stream())
                        .filter(visible)
                        .map(
                                one ->
                                        new Member(
                                                one.key(),
                                                one.name(),
                                                one.email(),
                                                one.external(),
                                                Words.of(one.status()),
                                                team.leads().contains(one.key()),
                                                team.members().contains(one.key()),
                                                matching.contains(one.key())))
                        .sorted(
                                Comparator.<Member, Boolean>comparing(one -> !one.lead())
                                        .thenComparing(Member::name))
                        .toList();
        return new TeamSheet(
                key,
                store.versionOf(new ElementRef(TEAM, key)),
                team.name(),
                team.who().map(Condition::text).orElse(""),
                team.who().map(this::words).orElse(""),
                Paging.slice(members, page, size),
                members.size(),
                all.size() - members.size(),
                given(team),
                governance.mayOnPlace(me, TEAM, "change", key),
                mayMembers(me, team),
                source(team),
                mayMembers(me, team) ? acts.on(TEAM, key, 30) : List.of());
    }

    String words(Condition who) {
        return who.words(PersonNames.ofTeams(models.directory()));
    }

    /** What assignments give to the team by name. */
    private List<String> given(Team team) {
        Set<String> given = new LinkedHashSet<>();
        for (AccessModel model : models.all()) {
            model.design().assignments().stream()
                    .filter(one -> one.audience().of().contains(new Audience.OneTeam(team.key())))
                    .forEach(
                            one ->
                                    given.add(
                                            new Explanation(
                                                            model,
                                                            Standpoint.of(
                                                                    model.directory()
                                                                            .people()
                                                                            .get(0),
                                                                    clock.instant()))
                                                    .assignment(one)));
        }
        return List.copyOf(given);
    }

    static boolean leads(Person me, Team team) {
        return team.leads().contains(me.key());
    }

    private boolean mayMembers(Person me, Team team) {
        boolean owned = !source(team).isEmpty();
        return !owned && (leads(me, team) || governance.mayOnPlace(me, TEAM, "change", team.key()));
    }
}
