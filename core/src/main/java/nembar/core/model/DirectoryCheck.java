package nembar.core.model;

import static nembar.core.model.ModelCheck.keysOf;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import nembar.core.condition.Polarity;
import nembar.core.directory.Account;
import nembar.core.directory.Attribute;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonNames;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.text.Wording;

/** Checks the directory on its own (docs/access-model.md, section 2). */
final class DirectoryCheck {
    private static final Pattern ADDRESS = Pattern.compile("[^@\\s]+@[^@\\s]+");

    private final Directory directory;
    private final ModelCheck check;

    DirectoryCheck(Directory directory, ModelCheck check) {
        this.directory = directory;
        this.check = check;
    }

    void run() {
        check.keys("directory.accounts", directory.accounts(), Account::key);
        check.keys("directory.units", directory.units(), Unit::key);
        check.keys("directory.teams", directory.teams(), Team::key);
        check.keys("directory.people", directory.people(), Person::key);
        check.unique("directory.people", directory.people(), Person::key, Person::email, "e-mail");
        check.keys("directory.attributes", directory.attributes(), Attribute::key);
        attributes();
        accounts();
        units();
        teams();
        people();
    }

    private void attributes() {
        for (Attribute attribute : directory.attributes()) {
            String path = "directory.attributes[" + attribute.key() + "]";
            if (PersonNames.taken().contains(attribute.key())) {
                check.report(path, "conditions know people by `" + attribute.key() + "` already");
            }
            if (attribute.key().indexOf('-') >= 0) {
                check.report(path, "conditions could not name it: use _ in place of -");
            }
        }
    }

    private void accounts() {
        for (Account account : directory.accounts()) {
            if (account.own() && (account.pending() || account.ends().isPresent())) {
                check.report(
                        "directory.accounts[" + account.key() + "]",
                        "the company's own account is neither pending nor ends");
            }
        }
    }

    private void units() {
        Set<String> units = keysOf(directory.units(), Unit::key);
        Map<String, List<String>> up = new HashMap<>();
        for (Unit unit : directory.units()) {
            String path = "directory.units[" + unit.key() + "].parent";
            check.refers(path, "unit", unit.parent(), units);
            unit.parent().ifPresent(parent -> up.put(unit.key(), List.of(parent)));
        }
        check.noCycles("directory.units", up, "below");
    }

    private void teams() {
        Set<String> people = keysOf(directory.people(), Person::key);
        for (Team team : directory.teams()) {
            String path = "directory.teams[" + team.key() + "].members";
            team.members().forEach(member -> check.refers(path, "person", member, people));
            team.who()
                    .ifPresent(
                            who ->
                                    check.condition(
                                            "directory.teams[" + team.key() + "].who",
                                            who,
                                            PersonNames.ofTeams(directory),
                                            Polarity.OPENS));
        }
    }

    private void people() {
        Set<String> accounts = keysOf(directory.accounts(), Account::key);
        Set<String> units = keysOf(directory.units(), Unit::key);
        Set<String> people = keysOf(directory.people(), Person::key);
        Map<String, List<String>> up = new HashMap<>();
        for (Person person : directory.people()) {
            String path = "directory.people[" + person.key() + "]";
            if (!ADDRESS.matcher(person.email()).matches()) {
                check.report(path + ".email", "`" + person.email() + "` is no e-mail address");
            }
            person.accounts()
                    .forEach(key -> check.refers(path + ".accounts", "account", key, accounts));
            if (person.accounts().size() > 1 && !person.external()) {
                check.report(path + ".accounts", "only an external belongs to several accounts");
            }
            attributes(path + ".attributes", person);
            check.refers(path + ".unit", "unit", person.unit(), units);
            check.refers(path + ".manager", "person", person.manager(), people);
            person.manager().ifPresent(manager -> up.put(person.key(), List.of(manager)));
        }
        check.noCycles("directory.people", up, "below, in the reporting line,");
    }

    private void attributes(String path, Person person) {
        Map<String, Attribute> known = new HashMap<>();
        directory.attributes().forEach(attribute -> known.put(attribute.key(), attribute));
        person.attributes()
                .forEach(
                        (key, value) -> {
                            if (check.refers(path, "attribute", key, known.keySet())
                                    && !known.get(key).takes(value)) {
                                check.report(
                                        path + "." + key,
                                        "`" + value + "` is not " + allowed(known.get(key)));
                            }
                        });
    }

    private static String allowed(Attribute attribute) {
        return attribute.choices().isEmpty()
                ? attribute.type().words()
                : Wording.or(attribute.choices());
    }
}
