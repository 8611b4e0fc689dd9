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
import nembar.core.arrival.Arrival;
import nembar.core.arrival.ArrivalJudge;
import nembar.core.arrival.Placement;
import nembar.core.arrival.Verdict;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKeys;
import nembar.core.directory.PersonStatus;
import nembar.core.text.Wording;
import nembar.core.text.Words;
import nembar.server.accounts.Terms;
import nembar.server.command.Preview;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentWriter;
import nembar.server.history.Actor;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.provisioning.Provisioning;
import nembar.server.provisioning.Provisioning.Pending;
import nembar.server.provisioning.Sourced;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Origin;
import nembar.server.sources.Sources.Source;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Service;

/** Brings what a source has and what Nembar has together: a look first, then the run. */
@Service
public class SourceImport {
    private static final int SHOWN = 200;
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
     * What a run would do with one entry.
     *
     * @param what come, change, adopt, back, go, same, wrong, or waits for somebody's approval
     * @param detail what changes, or what is wrong
     */
    public record RunLine(String what, String dn, String name, String email, String detail) {}

    /**
     * What a run would do, or has done.
     *
     * @param counts how many entries there are of each kind
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

    /** One entry, what it comes to, and who it becomes. */
    private record Planned(RunLine line, Optional<Person> person, String dn) {
        Sourced sourced(Map<String, Long> versions) {
            Person wanted = person.orElseThrow();
            Sourced all =
                    Sourced.person(DocumentWriter.person(wanted), dn, done(line))
                            .seen(versions.getOrDefault(wanted.key(), ModelStore.ABSENT));
            return line.what().equals("go") ? all.unmarked() : all;
        }
    }

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
        // Read before the plan is made: whoever changes meanwhile is not written over.
        Map<String, Long> versions =
                store.versionsOf(Sources.PERSON, models.directory().personNames().keySet());
        models.catchUp();
        List<Planned> plan = plan(source, settings, entries);
        List<Planned> doing = plan.stream().filter(one -> one.person().isPresent()).toList();
        Actor actor = provisioning.actor(source, me.key());
        Optional<Preview> consequence = Optional.empty();
        if (preview && !doing.isEmpty()) {
            consequence =
                    Optional.of(
                            provisioning.preview(
                                    actor,
                                    source,
                                    doing.stream().map(one -> one.sourced(versions)).toList()));
        }
        List<RunLine> lines = new ArrayList<>();
        plan.stream().map(Planned::line).forEach(lines::add);
        if (!preview) {
            lines = run(actor, source, me, plan, versions);
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
    private List<RunLine> run(
            Actor actor, Source source, Person me, List<Planned> plan, Map<String, Long> versions) {
        List<RunLine> lines = new ArrayList<>();
        List<Planned> doing = new ArrayList<>();
        plan.forEach(
                one -> {
                    if (one.person().isPresent()) {
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
                        some.stream().map(one -> one.sourced(versions)).toList());
                some.forEach(one -> lines.add(one.line()));
            } catch (Refused | Pending | Overtaken together) {
                some.forEach(
                        one -> lines.add(alone(actor, source, me, one, one.sourced(versions))));
            }
        }
        return lines;
    }

    private RunLine alone(Actor actor, Source source, Person me, Planned one, Sourced sourced) {
        RunLine line = one.line();
        try {
            provisioning.take(actor, source, me.key(), List.of(sourced));
            return line;
        } catch (Pending pending) {
            return new RunLine("waits", line.dn(), line.name(), line.email(), pending.getMessage());
        } catch (Refused | Overtaken against) {
            return new RunLine("wrong", line.dn(), line.name(), line.email(), against.getMessage());
        }
    }

    private static String words(Map<String, Integer> counts) {
        List<String> words = new ArrayList<>();
        counts.forEach((what, number) -> words.add(number + " " + what));
        return words.isEmpty() ? "no entries" : String.join(", ", words);
    }

    static LdapSettings settings(Source source) {
        return DocumentJson.element(DocumentJson.text(source.settings()), LdapSettings.class);
    }

    static UserTable userTable(Source source) {
        return DocumentJson.element(DocumentJson.text(source.settings()), UserTable.class);
    }

    private static String done(RunLine line) {
        return switch (line.what()) {
            case "come" -> "brought them in";
            case "adopt" -> "took them over" + detail(line);
            case "back" -> "brought them back";
            case "go" -> "found them gone, and " + line.detail();
            default -> "changed them" + detail(line);
        };
    }

    private static String detail(RunLine line) {
        return line.detail().isEmpty() ? "" : ": " + line.detail();
    }

    private List<Planned> plan(Source source, EntrySettings settings, List<Entry> entries) {
        Directory directory = models.directory();
        Map<String, Origin> origins = sources.of(Sources.PERSON, source.id());
        Map<String, String> keyOfDn = new HashMap<>();
        origins.forEach(
                (key, origin) -> origin.externalId().ifPresent(dn -> keyOfDn.put(plain(dn), key)));
        List<Arrival> judged = judged(directory, settings, entries);
        PersonKeys fresh = new PersonKeys(key -> directory.person(key).isPresent());
        Map<String, String> keys = new HashMap<>();
        for (int i = 0; i < entries.size(); i++) {
            String dn = plain(entries.get(i).id());
            Optional<Person> wanted = judged.get(i).person();
            if (wanted.isPresent()) {
                String key =
                        Optional.ofNullable(keyOfDn.get(dn))
                                .or(
                                        () ->
                                                directory
                                                        .personByEmail(wanted.get().email())
                                                        .map(Person::key))
                                .orElseGet(
                                        () ->
                                                fresh.give(
                                                        wanted.get().givenName(),
                                                        wanted.get().familyName()));
                keys.put(dn, key);
            }
        }
        List<Planned> plan = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            plan.add(planned(directory, settings, entries.get(i), judged.get(i), keys, origins));
        }
        Set<String> met = new HashSet<>(keys.values());
        origins.keySet().stream()
                .filter(key -> !met.contains(key))
                .flatMap(key -> directory.person(key).stream())
                .forEach(one -> gone(one, settings).ifPresent(plan::add));
        return plan;
    }

    /** Entries as people, whoever is here already; who manages whom is found out afterwards. */
    private List<Arrival> judged(Directory directory, EntrySettings settings, List<Entry> entries) {
        Directory places =
                new Directory(
                        directory.attributes(),
                        directory.accounts(),
                        directory.units(),
                        List.of(),
                        List.of());
        List<Map<String, String>> rows =
                entries.stream()
                        .map(
                                one -> {
                                    Map<String, String> cells = new LinkedHashMap<>(one.values());
                                    cells.remove("manager");
                                    return cells;
                                })
                        .toList();
        Placement defaults = new Placement(settings.kind(), settings.account(), "", "", "", "");
        return new ArrivalJudge(
                        places,
                        terms.domains(),
                        defaults,
                        models.model(Models.NEMBAR).application().zone())
                .judge(rows);
    }

    private static Planned planned(
            Directory directory,
            EntrySettings settings,
            Entry entry,
            Arrival arrival,
            Map<String, String> keys,
            Map<String, Origin> origins) {
        String email = entry.values().getOrDefault("email", "");
        if (arrival.person().isEmpty() || arrival.newAccount().isPresent()) {
            String why =
                    arrival.verdict() == Verdict.DUPLICATE
                            ? "Another entry has this address."
                            : arrival.newAccount()
                                    .map(name -> "There is no account `" + name + "`.")
                                    .orElse(String.join(" ", arrival.problems().values()));
            RunLine wrong = new RunLine("wrong", entry.id(), "", email, why);
            return new Planned(wrong, Optional.empty(), entry.id());
        }
        Person wanted = arrival.person().get();
        String key = keys.get(plain(entry.id()));
        Optional<String> manager =
                Optional.ofNullable(entry.values().get("manager"))
                        .flatMap(dn -> Optional.ofNullable(keys.get(plain(dn))))
                        .filter(one -> !one.equals(key));
        Optional<Person> known = directory.person(key);
        Person next = next(settings, wanted, key, known, manager);
        String what = "come";
        String detail = "";
        if (known.isPresent()) {
            List<String> fields = differences(known.get(), next);
            detail = Wording.and(fields);
            what = fields.isEmpty() ? "same" : "change";
            if (!origins.containsKey(key)) {
                what = "adopt";
            } else if (known.get().status() == PersonStatus.CLOSED) {
                what = "back";
            }
        }
        return new Planned(
                new RunLine(what, entry.id(), next.name(), next.email(), detail),
                what.equals("same") ? Optional.empty() : Optional.of(next),
                entry.id());
    }

    /** What is mapped comes from the entry; everything else stays as it is. */
    private static Person next(
            EntrySettings settings,
            Person wanted,
            String key,
            Optional<Person> known,
            Optional<String> manager) {
        Person base = known.orElse(wanted);
        boolean closed = base.status() == PersonStatus.CLOSED;
        return new Person(
                key,
                settings.maps("kind") ? wanted.kind() : base.kind(),
                wanted.email(),
                wanted.givenName(),
                settings.maps("familyName") ? wanted.familyName() : base.familyName(),
                settings.maps("account") || settings.maps("kind")
                        ? wanted.accounts()
                        : base.accounts(),
                settings.maps("unit") ? wanted.unit() : base.unit(),
                settings.maps("manager") ? manager : base.manager(),
                settings.maps("timeZone") ? wanted.zone() : base.zone(),
                closed ? PersonStatus.INVITED : base.status(),
                base.attributes());
    }

    private static List<String> differences(Person now, Person next) {
        List<String> fields = new ArrayList<>();
        differ(fields, "kind", now.kind(), next.kind());
        differ(fields, "address", now.email(), next.email());
        differ(fields, "name", now.name(), next.name());
        differ(fields, "account", now.accounts(), next.accounts());
        differ(fields, "unit", now.unit(), next.unit());
        differ(fields, "manager", now.manager(), next.manager());
        differ(fields, "time zone", now.zone(), next.zone());
        differ(fields, "status", now.status(), next.status());
        return fields;
    }

    private static void differ(List<String> fields, String field, Object was, Object is) {
        if (!was.equals(is)) {
            fields.add(field);
        }
    }

    private static Optional<Planned> gone(Person person, EntrySettings settings) {
        PersonStatus status = settings.goneClose() ? PersonStatus.CLOSED : PersonStatus.SUSPENDED;
        if (person.status() == PersonStatus.CLOSED || person.status() == status) {
            return Optional.empty();
        }
        String words = settings.goneClose() ? "closed them" : "suspended them";
        return Optional.of(
                new Planned(
                        new RunLine("go", "", person.name(), person.email(), words),
                        Optional.of(person.withStatus(status)),
                        ""));
    }

    private static String plain(String dn) {
        return dn.toLowerCase(Locale.ROOT).replaceAll("\\s*([,=])\\s*", "$1");
    }
}
