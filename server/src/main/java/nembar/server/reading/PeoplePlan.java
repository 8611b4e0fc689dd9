package nembar.server.reading;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.arrival.Arrival;
import nembar.core.arrival.ArrivalJudge;
import nembar.core.arrival.Placement;
import nembar.core.arrival.Verdict;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKeys;
import nembar.core.directory.PersonStatus;
import nembar.core.text.Wording;
import nembar.server.document.DocumentWriter;
import nembar.server.provisioning.Sourced;
import nembar.server.reading.SourceImport.RunLine;
import nembar.server.sources.Sources.Origin;
import nembar.server.store.ModelStore;

/** What becomes of the people whom a source has, and of those whom it has no more. */
final class PeoplePlan {
    private final Directory directory;
    private final EntrySettings settings;
    private final List<Entry> entries;
    private final Map<String, Origin> origins;
    private final Map<String, Long> versions;

    /** Keys of those who are here or come, by what the source knows them by. */
    private final Map<String, String> keys = new HashMap<>();

    /** Names of those who are not here yet. */
    private final Map<String, String> names = new HashMap<>();

    private final List<Planned> plan = new ArrayList<>();

    /**
     * @param origins of the source's people, by key
     * @param versions of people, as they were seen before they were read
     * @param domains account by domain of an address
     * @param zone of people whose entry says none
     */
    PeoplePlan(
            Directory directory,
            EntrySettings settings,
            List<Entry> entries,
            Map<String, Origin> origins,
            Map<String, Long> versions,
            Map<String, String> domains,
            ZoneId zone) {
        this.directory = directory;
        this.settings = settings;
        this.entries = entries;
        this.origins = origins;
        this.versions = versions;
        List<Arrival> judged = judged(domains, zone);
        keys(judged);
        for (int i = 0; i < entries.size(); i++) {
            plan.add(planned(entries.get(i), judged.get(i)));
        }
        Set<String> met = new HashSet<>(keys.values());
        origins.keySet().stream()
                .filter(key -> !met.contains(key))
                .flatMap(key -> directory.person(key).stream())
                .forEach(one -> gone(one).ifPresent(plan::add));
    }

    /** What is to be done, one for each entry and each of those who are gone. */
    List<Planned> people() {
        return plan;
    }

    /** Keys of those who are here or come, by what the source knows them by. */
    Map<String, String> keys() {
        return keys;
    }

    /** Keys of everybody the source has or had. */
    Set<String> ours() {
        Set<String> ours = new TreeSet<>(origins.keySet());
        ours.addAll(keys.values());
        return ours;
    }

    /** The name of somebody who is here or comes. */
    String name(String key) {
        return names.getOrDefault(key, key);
    }

    /** Entries as people, whoever is here already; who manages whom is found out afterwards. */
    private List<Arrival> judged(Map<String, String> domains, ZoneId zone) {
        Directory places =
                new Directory(
                        directory.attributes(),
                        directory.accounts(),
                        directory.units(),
                        List.of(),
                        List.of());
        ArrivalJudge judge =
                new ArrivalJudge(
                        places,
                        domains,
                        new Placement(settings.kind(), settings.account(), "", "", "", ""),
                        zone);
        return judge.judge(
                entries.stream()
                        .map(
                                one -> {
                                    Map<String, String> cells = new LinkedHashMap<>(one.values());
                                    cells.remove("manager");
                                    return cells;
                                })
                        .toList());
    }

    private void keys(List<Arrival> judged) {
        Map<String, String> keyOfDn = new HashMap<>();
        origins.forEach(
                (key, origin) -> origin.externalId().ifPresent(dn -> keyOfDn.put(plain(dn), key)));
        PersonKeys fresh = new PersonKeys(key -> directory.person(key).isPresent());
        for (int i = 0; i < entries.size(); i++) {
            String dn = plain(entries.get(i).id());
            Optional<Person> wanted = judged.get(i).person();
            if (wanted.isPresent()) {
                Person one = wanted.get();
                String key =
                        Optional.ofNullable(keyOfDn.get(dn))
                                .or(() -> directory.personByEmail(one.email()).map(Person::key))
                                .orElseGet(() -> fresh.give(one.givenName(), one.familyName()));
                keys.put(dn, key);
                names.put(key, one.name());
            } else if (keyOfDn.containsKey(dn)) {
                // Whoever is there, but cannot be read, is not gone.
                keys.put(dn, keyOfDn.get(dn));
            }
        }
    }

    private Planned planned(Entry entry, Arrival arrival) {
        String email = entry.values().getOrDefault("email", "");
        if (arrival.person().isEmpty() || arrival.newAccount().isPresent()) {
            String why =
                    arrival.verdict() == Verdict.DUPLICATE
                            ? "Another entry has this address."
                            : arrival.newAccount()
                                    .map(name -> "There is no account `" + name + "`.")
                                    .orElse(String.join(" ", arrival.problems().values()));
            return Planned.nothing(new RunLine("wrong", entry.id(), "", email, why));
        }
        Person wanted = arrival.person().get();
        String key = keys.get(plain(entry.id()));
        Optional<String> manager =
                Optional.ofNullable(entry.values().get("manager"))
                        .flatMap(dn -> Optional.ofNullable(keys.get(plain(dn))))
                        .filter(one -> !one.equals(key));
        Optional<Person> known = directory.person(key);
        Person next = next(wanted, key, known, manager);
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
        RunLine line = new RunLine(what, entry.id(), next.name(), next.email(), detail);
        return what.equals("same")
                ? Planned.nothing(line)
                : new Planned(line, Optional.of(sourced(next, entry.id(), line)));
    }

    /** What is mapped comes from the entry; everything else stays as it is. */
    private Person next(
            Person wanted, String key, Optional<Person> known, Optional<String> manager) {
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

    private Optional<Planned> gone(Person person) {
        PersonStatus status = settings.goneClose() ? PersonStatus.CLOSED : PersonStatus.SUSPENDED;
        if (person.status() == PersonStatus.CLOSED || person.status() == status) {
            return Optional.empty();
        }
        String words = settings.goneClose() ? "closed them" : "suspended them";
        RunLine line = new RunLine("go", "", person.name(), person.email(), words);
        Sourced sourced = sourced(person.withStatus(status), "", line);
        return Optional.of(new Planned(line, Optional.of(sourced.unmarked())));
    }

    private Sourced sourced(Person next, String dn, RunLine line) {
        return Sourced.person(DocumentWriter.person(next), dn, done(line))
                .seen(versions.getOrDefault(next.key(), ModelStore.ABSENT));
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

    /** What a source knows somebody by, however it is written. */
    static String plain(String dn) {
        return dn.toLowerCase(Locale.ROOT).replaceAll("\\s*([,=])\\s*", "$1");
    }
}
