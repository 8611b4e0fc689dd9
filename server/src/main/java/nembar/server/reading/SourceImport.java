package nembar.server.reading;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.text.Words;
import nembar.server.accounts.Terms;
import nembar.server.command.Preview;
import nembar.server.document.DocumentJson;
import nembar.server.history.Actor;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.provisioning.Provisioning;
import nembar.server.provisioning.Provisioning.Pending;
import nembar.server.provisioning.Sourced;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Source;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Service;

/** Brings what a source has and what Nembar has together: a look first, then the run. */
@Service
public class SourceImport {
    private static final int SHOWN = 200;
    private static final Map<String, String> TEAMS =
            Map.of(
                    "teamComes", "teams made",
                    "teamAdopted", "teams taken over",
                    "teamChanges", "teams changed");
    private static final int AT_A_TIME = 500;

    private final Models models;
    private final Provisioning provisioning;
    private final Sources sources;
    private final Terms terms;
    private final ModelStore store;
    private final UserTableReading tables;

    SourceImport(
            Models models,
            Provisioning provisioning,
            Sources sources,
            Terms terms,
            ModelStore store,
            UserTableReading tables) {
        this.models = models;
        this.tables = tables;
        this.store = store;
        this.provisioning = provisioning;
        this.sources = sources;
        this.terms = terms;
    }

    /**
     * What a run would do with one entry, or one team.
     *
     * @param what come, change, adopt, back, go, same, wrong, or waits for somebody's approval; of
     *     a team teamComes, teamAdopted or teamChanges
     * @param detail what changes, or what is wrong
     */
    public record RunLine(String what, String dn, String name, String email, String detail) {}

    /**
     * What a run would do, or has done.
     *
     * @param counts how many entries and teams there are of each kind
     * @param lines the first of them, the same left out
     * @param onlyHere active people of the source's kind whom an application's table has not, the
     *     first of them by name; none of a directory, which need not have everybody
     * @param consequence what it changes in access; empty where nothing changes
     */
    public record Run(
            Map<String, Integer> counts,
            List<RunLine> lines,
            Optional<Preview> consequence,
            List<RunLine> onlyHere) {}

    /**
     * Looks, or runs.
     *
     * @param preview whether it is only looked at
     */
    Run run(Person me, Source source, String password, boolean preview) {
        boolean table = source.kind().equals(Sources.APPLICATION);
        EntrySettings settings = table ? userTable(source) : settings(source);
        List<Entry> entries =
                table
                        ? tables.read(userTable(source))
                        : LdapReading.read(settings(source), password);
        Optional<List<TeamMember>> members =
                table ? tables.members(userTable(source)) : Optional.empty();
        // Read before the plan is made: whoever changes meanwhile is not written over.
        Map<String, Long> versions =
                store.versionsOf(Sources.PERSON, models.directory().personNames().keySet());
        Map<String, Long> teams = teamVersions();
        models.catchUp();
        PeoplePlan people = people(source, settings, entries, versions);
        Actor actor = provisioning.actor(source, me.key());
        Optional<Preview> consequence = Optional.empty();
        List<RunLine> lines = new ArrayList<>();
        if (preview) {
            List<Planned> plan = new ArrayList<>(people.people());
            plan.addAll(teams(source, people, members, teams, false));
            plan.stream().map(Planned::line).forEach(lines::add);
            List<Sourced> doing = plan.stream().flatMap(one -> one.sourced().stream()).toList();
            if (!doing.isEmpty()) {
                consequence = Optional.of(provisioning.preview(actor, source, doing));
            }
        } else {
            lines.addAll(run(actor, source, me, people.people()));
            // Those who had to wait, or could not come, are in no team yet.
            models.catchUp();
            lines.addAll(run(actor, source, me, teams(source, people, members, teams, true)));
        }
        Map<String, Integer> counts = new LinkedHashMap<>();
        lines.forEach(one -> counts.merge(one.what(), 1, Integer::sum));
        if (!preview) {
            sources.ran(source.id(), words(counts));
        }
        return new Run(
                counts,
                lines.stream().filter(one -> !one.what().equals("same")).limit(SHOWN).toList(),
                consequence,
                table ? onlyHere(settings, entries) : List.of());
    }

    private PeoplePlan people(
            Source source,
            EntrySettings settings,
            List<Entry> entries,
            Map<String, Long> versions) {
        Directory directory = models.directory();
        return new PeoplePlan(
                directory,
                settings,
                entries,
                sources.of(Sources.PERSON, source.id()),
                versions,
                terms.domains(),
                models.model(Models.NEMBAR).application().zone());
    }

    /**
     * @param members as the source has them; empty where it has no say of teams
     * @param here whether only those count who are here already
     */
    private List<Planned> teams(
            Source source,
            PeoplePlan people,
            Optional<List<TeamMember>> members,
            Map<String, Long> versions,
            boolean here) {
        if (members.isEmpty()) {
            return List.of();
        }
        Directory directory = models.directory();
        Map<String, String> keys = new HashMap<>(people.keys());
        keys.values().removeIf(key -> here && directory.person(key).isEmpty());
        return new TeamPlan(directory, sources.of(Sources.TEAM, source.id()), people::name)
                .of(members.get(), keys, people.ours(), versions);
    }

    private Map<String, Long> teamVersions() {
        return store.versionsOf(Sources.TEAM, models.directory().teamNames().keySet());
    }

    /** Active people of the kind that none of the entries is, by address. */
    private List<RunLine> onlyHere(EntrySettings settings, List<Entry> entries) {
        Set<String> there = new HashSet<>();
        entries.forEach(
                one -> there.add(one.values().getOrDefault("email", "").toLowerCase(Locale.ROOT)));
        return models.directory().people().stream()
                .filter(Person::active)
                .filter(one -> Words.of(one.kind()).equals(settings.kind()))
                .filter(
                        one ->
                                settings.account().isEmpty()
                                        || one.accounts().contains(settings.account()))
                .filter(one -> !there.contains(one.email().toLowerCase(Locale.ROOT)))
                .sorted(Comparator.comparing(Person::name))
                .limit(SHOWN)
                .map(one -> new RunLine("onlyHere", one.key(), one.name(), one.email(), ""))
                .toList();
    }

    /** As many as possible at a time; where something stands against that, one by one. */
    private List<RunLine> run(Actor actor, Source source, Person me, List<Planned> plan) {
        List<RunLine> lines = new ArrayList<>();
        List<Planned> doing = new ArrayList<>();
        plan.forEach(
                one -> {
                    if (one.sourced().isPresent()) {
                        doing.add(one);
                    } else {
                        lines.add(one.line());
                    }
                });
        for (int from = 0; from < doing.size(); from += AT_A_TIME) {
            List<Planned> some = doing.subList(from, Math.min(from + AT_A_TIME, doing.size()));
            try {
                provisioning.take(
                        actor,
                        source,
                        me.key(),
                        some.stream().flatMap(one -> one.sourced().stream()).toList());
                some.forEach(one -> lines.add(one.line()));
            } catch (Refused | Pending | Overtaken together) {
                some.forEach(one -> lines.add(alone(actor, source, me, one)));
            }
        }
        return lines;
    }

    private RunLine alone(Actor actor, Source source, Person me, Planned one) {
        RunLine line = one.line();
        try {
            provisioning.take(actor, source, me.key(), one.sourced().stream().toList());
            return line;
        } catch (Pending pending) {
            return new RunLine("waits", line.dn(), line.name(), line.email(), pending.getMessage());
        } catch (Refused | Overtaken against) {
            return new RunLine("wrong", line.dn(), line.name(), line.email(), against.getMessage());
        }
    }

    private static String words(Map<String, Integer> counts) {
        List<String> words = new ArrayList<>();
        counts.forEach((what, number) -> words.add(number + " " + TEAMS.getOrDefault(what, what)));
        return words.isEmpty() ? "no entries" : String.join(", ", words);
    }

    static LdapSettings settings(Source source) {
        return DocumentJson.element(DocumentJson.text(source.settings()), LdapSettings.class);
    }

    static UserTable userTable(Source source) {
        return DocumentJson.element(DocumentJson.text(source.settings()), UserTable.class);
    }
}
