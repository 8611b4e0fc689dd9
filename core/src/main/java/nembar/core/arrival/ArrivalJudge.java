package nembar.core.arrival;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.EmailAddress;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKeys;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.text.Nearest;

/**
 * Judges rows of people who are to come, all in one pass: which are new, which are here already,
 * and what is wrong with the others. What a row leaves out comes from the defaults. Look-ups by
 * name take one pass over the directory and are kept.
 */
public final class ArrivalJudge {
    private static final int NAME_AT_MOST = 100;

    private final Directory directory;
    private final Map<String, String> domains;
    private final Placement defaults;
    private final ZoneId zone;
    private final Map<String, String> accounts = new HashMap<>();
    private final Map<String, String> units = new HashMap<>();
    private final Map<String, String> teams = new HashMap<>();
    private final Map<String, String> people = new HashMap<>();

    /**
     * @param domains key of the account that each domain of addresses belongs to
     * @param zone the time zone of those who have no other
     */
    public ArrivalJudge(
            Directory directory, Map<String, String> domains, Placement defaults, ZoneId zone) {
        this.directory = directory;
        this.domains = domains;
        this.defaults = defaults;
        this.zone = zone;
        index(accounts, directory.accountNames());
        index(units, directory.unitNames());
        index(teams, directory.teamNames());
        index(people, directory.personNames());
    }

    private static void index(Map<String, String> index, Map<String, String> names) {
        names.forEach(
                (key, name) -> {
                    index.put(key.toLowerCase(Locale.ROOT), key);
                    index.putIfAbsent(plain(name), key);
                });
    }

    private static String plain(String text) {
        return text.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT);
    }

    /** Judges rows in their order; the first with an address has it. */
    public List<Arrival> judge(List<Map<String, String>> rows) {
        Map<String, Integer> seen = new HashMap<>();
        PersonKeys keys = new PersonKeys(taken -> directory.person(taken).isPresent());
        List<Arrival> judged = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            judged.add(new Row(i, rows.get(i), seen, keys).judge());
        }
        return judged;
    }

    /** One row under judgement. */
    private final class Row {
        private final int number;
        private final Map<String, String> cells;
        private final Map<String, Integer> seen;
        private final PersonKeys keys;
        private final Map<String, String> problems = new LinkedHashMap<>();
        private Optional<String> newAccount = Optional.empty();

        Row(int number, Map<String, String> given, Map<String, Integer> seen, PersonKeys keys) {
            this.number = number;
            this.cells = new LinkedHashMap<>();
            this.seen = seen;
            this.keys = keys;
            given.forEach((key, value) -> cells.put(key, value == null ? "" : value.strip()));
            names();
        }

        /** Splits a whole name, or makes one of the address, where the parts are not said. */
        private void names() {
            String whole = cell(ArrivalField.NAME);
            if (cell(ArrivalField.GIVEN_NAME).isEmpty()
                    && cell(ArrivalField.FAMILY_NAME).isEmpty()) {
                String name = whole.isEmpty() ? ofAddress(cell(ArrivalField.EMAIL)) : whole;
                int comma = name.indexOf(',');
                if (comma > 0) {
                    set(ArrivalField.FAMILY_NAME, name.substring(0, comma).strip());
                    set(ArrivalField.GIVEN_NAME, name.substring(comma + 1).strip());
                } else {
                    int space = name.lastIndexOf(' ');
                    set(ArrivalField.GIVEN_NAME, space < 0 ? name : name.substring(0, space));
                    set(ArrivalField.FAMILY_NAME, space < 0 ? "" : name.substring(space + 1));
                }
            }
            cells.remove(ArrivalField.NAME.key());
        }

        /** "ilse.marrow@..." is taken for Ilse Marrow until somebody says otherwise. */
        private String ofAddress(String address) {
            int at = address.lastIndexOf('@');
            String local = (at < 0 ? address : address.substring(0, at)).replaceAll("\\+.*", "");
            StringBuilder name = new StringBuilder();
            for (String word : local.split("[._-]+")) {
                if (!word.isEmpty()) {
                    int first = word.offsetByCodePoints(0, 1);
                    name.append(name.isEmpty() ? "" : " ")
                            .append(word.substring(0, first).toUpperCase(Locale.ROOT))
                            .append(word.substring(first));
                }
            }
            return name.toString();
        }

        private String cell(ArrivalField field) {
            return cells.getOrDefault(field.key(), "");
        }

        private void set(ArrivalField field, String value) {
            cells.put(field.key(), value);
        }

        private void problem(ArrivalField field, String why) {
            problems.putIfAbsent(field.key(), why);
        }

        Arrival judge() {
            String email = cell(ArrivalField.EMAIL);
            String address = email.toLowerCase(Locale.ROOT);
            if (email.isEmpty()) {
                problem(ArrivalField.EMAIL, "There is no address.");
            } else if (!EmailAddress.valid(email)) {
                problem(ArrivalField.EMAIL, "`" + email + "` is no e-mail address" + hint(email));
            }
            Optional<Person> known = directory.personByEmail(email);
            Optional<Integer> first = Optional.ofNullable(seen.putIfAbsent(address, number));
            if (email.isEmpty()) {
                first = Optional.empty();
            }
            if (known.isPresent() || first.isPresent()) {
                Verdict verdict = Verdict.DUPLICATE;
                if (first.isEmpty()) {
                    verdict =
                            known.get().status() == PersonStatus.CLOSED
                                    ? Verdict.CLOSED
                                    : Verdict.HERE;
                }
                return arrival(
                        verdict, Optional.empty(), known, first, Optional.empty(), List.of());
            }
            Optional<Account> domain =
                    problems.isEmpty()
                            ? Optional.ofNullable(domains.get(EmailAddress.domain(email)))
                                    .flatMap(directory::account)
                            : Optional.empty();
            List<String> inTeams = teams();
            Optional<Person> person = person(domain);
            // Offered where the row and the defaults place the person elsewhere.
            Optional<Account> offer =
                    domain.filter(one -> !one.own())
                            .filter(one -> cell(ArrivalField.ACCOUNT).isEmpty())
                            .filter(
                                    one ->
                                            person.filter(who -> who.accounts().contains(one.key()))
                                                    .isEmpty());
            return arrival(
                    problems.isEmpty() ? Verdict.NEW : Verdict.MALFORMED,
                    problems.isEmpty() ? person : Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    offer,
                    inTeams);
        }

        private Arrival arrival(
                Verdict verdict,
                Optional<Person> person,
                Optional<Person> known,
                Optional<Integer> first,
                Optional<Account> offer,
                List<String> inTeams) {
            return new Arrival(
                    number,
                    cells,
                    verdict,
                    person,
                    known,
                    first,
                    offer,
                    inTeams,
                    newAccount,
                    problems);
        }

        /** What may have been meant: a comma for a dot, or a domain that is known. */
        private String hint(String email) {
            String mended = email.replace(',', '.').replaceAll("\\s+", "").replaceAll("\\.+$", "");
            mended = mended.replaceAll("\\.{2,}", ".").replaceAll("@{2,}", "@");
            return !mended.equals(email) && EmailAddress.valid(mended)
                    ? "; did you mean " + mended + "?"
                    : ".";
        }

        private Optional<Person> person(Optional<Account> domain) {
            PersonKind kind = kind(domain);
            List<String> works = works(kind, domain);
            Optional<String> unit = place(ArrivalField.UNIT, units, defaults.unit(), "unit");
            Optional<String> manager = manager();
            String given = cell(ArrivalField.GIVEN_NAME);
            String family = cell(ArrivalField.FAMILY_NAME);
            if (given.isEmpty() && family.isEmpty()) {
                problem(ArrivalField.GIVEN_NAME, "There is no name.");
            }
            if (given.length() > NAME_AT_MOST || family.length() > NAME_AT_MOST) {
                problem(ArrivalField.GIVEN_NAME, "A name has at most 100 letters.");
            }
            ZoneId zoneId = zoneId();
            if (!problems.isEmpty()) {
                return Optional.empty();
            }
            String called = given.isEmpty() ? family : given;
            String after = given.isEmpty() ? "" : family;
            String key = keys.give(called, after);
            return Optional.of(
                    new Person(
                            key,
                            kind,
                            cell(ArrivalField.EMAIL),
                            called,
                            after,
                            works,
                            unit,
                            manager,
                            zoneId,
                            PersonStatus.INVITED));
        }

        private PersonKind kind(Optional<Account> domain) {
            String said = cell(ArrivalField.KIND).toLowerCase(Locale.ROOT);
            String word = said.isEmpty() ? defaults.kind() : said;
            Optional<PersonKind> known = PersonKind.named(word);
            if (known.isPresent()) {
                return known.get();
            }
            if (!word.isEmpty()) {
                problem(
                        ArrivalField.KIND,
                        "`" + word + "` is no kind; staff, external and service are.");
            }
            return domain.filter(one -> !one.own()).isPresent()
                    ? PersonKind.EXTERNAL
                    : PersonKind.STAFF;
        }

        private List<String> works(PersonKind kind, Optional<Account> domain) {
            if (kind != PersonKind.EXTERNAL) {
                return directory.ownAccount().map(Account::key).stream().toList();
            }
            String said = cell(ArrivalField.ACCOUNT);
            String wanted = said.isEmpty() ? defaults.account() : said;
            if (wanted.isEmpty()) {
                List<String> theirs =
                        domain.filter(one -> !one.own()).map(Account::key).stream().toList();
                if (theirs.isEmpty()) {
                    problem(
                            ArrivalField.ACCOUNT,
                            "An external works for an account; say for which.");
                }
                return theirs;
            }
            Optional<Account> known =
                    Optional.ofNullable(accounts.get(plain(wanted))).flatMap(directory::account);
            if (known.isEmpty()) {
                newAccount = Optional.of(wanted);
                return List.of();
            }
            if (known.get().own()) {
                problem(
                        ArrivalField.ACCOUNT,
                        "Somebody of " + known.get().name() + " itself is staff, not external.");
            }
            return List.of(known.get().key());
        }

        private Optional<String> place(
                ArrivalField field, Map<String, String> index, String otherwise, String what) {
            String said = cell(field);
            if (said.isEmpty()) {
                return Optional.of(otherwise).filter(key -> !key.isEmpty());
            }
            Optional<String> key = Optional.ofNullable(index.get(plain(said)));
            if (key.isEmpty()) {
                problem(
                        field,
                        "There is no "
                                + what
                                + " `"
                                + said
                                + "`"
                                + Nearest.hint(said, names(what))
                                + ".");
            }
            return key;
        }

        private List<String> names(String what) {
            Function<Directory, Map<String, String>> all =
                    what.equals("unit") ? Directory::unitNames : Directory::teamNames;
            return List.copyOf(all.apply(directory).values());
        }

        private Optional<String> manager() {
            String said = cell(ArrivalField.MANAGER);
            if (said.isEmpty()) {
                return Optional.of(defaults.manager()).filter(key -> !key.isEmpty());
            }
            Optional<String> key =
                    directory
                            .personByEmail(said)
                            .map(Person::key)
                            .or(() -> Optional.ofNullable(people.get(plain(said))));
            if (key.isEmpty()) {
                problem(ArrivalField.MANAGER, "There is nobody called `" + said + "` here.");
            }
            return key;
        }

        private List<String> teams() {
            String said = cell(ArrivalField.TEAM);
            if (said.isEmpty()) {
                return defaults.team().isEmpty() ? List.of() : List.of(defaults.team());
            }
            List<String> keys = new ArrayList<>();
            for (String one : said.split("[;|]")) {
                String key = teams.get(plain(one));
                if (key == null) {
                    problem(
                            ArrivalField.TEAM,
                            "There is no team `"
                                    + one.strip()
                                    + "`"
                                    + Nearest.hint(one.strip(), names("team"))
                                    + ".");
                } else {
                    keys.add(key);
                }
            }
            return keys;
        }

        private ZoneId zoneId() {
            String said = cell(ArrivalField.TIME_ZONE);
            String wanted = said.isEmpty() ? defaults.timeZone() : said;
            try {
                return wanted.isEmpty() ? zone : ZoneId.of(wanted);
            } catch (DateTimeException unknown) {
                problem(
                        ArrivalField.TIME_ZONE,
                        "`" + wanted + "` is no time zone; Europe/London is one.");
                return zone;
            }
        }
    }
}
