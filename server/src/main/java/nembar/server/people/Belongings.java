package nembar.server.people;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.server.command.HandingOver;
import nembar.server.model.Models;
import nembar.server.records.Records;
import org.springframework.stereotype.Component;

/** What somebody owns and leads, and handing it over. */
@Component
class Belongings {
    private final Models models;
    private final Records records;

    Belongings(Models models, Records records) {
        this.models = models;
        this.records = records;
    }

    /**
     * Some things that hang on a person.
     *
     * @param kind records, reports, leads or member
     * @param what "voyages of Towline", "people who report to them", "Delta Dispatch"
     */
    record Belonging(String kind, String what, long number) {}

    List<Belonging> of(Person person) {
        List<Belonging> found = new ArrayList<>();
        for (AccessModel model : governed()) {
            for (RecordType type : owned(model)) {
                RecordSet theirs =
                        RecordSet.among(
                                type.places().owner().orElseThrow(),
                                new TreeSet<>(Set.of(person.key())),
                                "");
                long number =
                        records.count(model.application().key(), type, List.of(theirs)).of(theirs);
                if (number > 0) {
                    found.add(
                            new Belonging(
                                    "records",
                                    type.plural() + " in " + model.application().name(),
                                    number));
                }
            }
        }
        Directory directory = models.directory();
        long reports = reports(directory, person).size();
        if (reports > 0) {
            found.add(new Belonging("reports", "People who report to them", reports));
        }
        for (Team team : directory.teams()) {
            if (team.leads().contains(person.key())) {
                found.add(new Belonging("leads", "Leads " + team.name(), 1));
            } else if (team.members().contains(person.key())) {
                found.add(new Belonging("member", "Member of " + team.name(), 1));
            }
        }
        return found;
    }

    private List<AccessModel> governed() {
        return models.all().stream()
                .filter(one -> !one.application().key().equals(Models.NEMBAR))
                .toList();
    }

    private static List<RecordType> owned(AccessModel model) {
        return model.catalogue().recordTypes().stream()
                .filter(type -> type.places().owner().isPresent())
                .filter(type -> !type.places().owner().get().equals(type.keyField()))
                .toList();
    }

    private static List<Person> reports(Directory directory, Person person) {
        return directory.people().stream()
                .filter(one -> one.manager().filter(person.key()::equals).isPresent())
                .filter(one -> one.status() != PersonStatus.CLOSED)
                .toList();
    }

    /**
     * The edits that close the person and hand over whom they lead: reports and led teams go to the
     * heir, or, without one, reports to the manager above, and teams stay with their other leads.
     */
    Edits closing(Directory directory, String key, Optional<Person> heir) {
        Person person = directory.person(key).orElseThrow();
        List<Person> people = new ArrayList<>();
        people.add(person.withStatus(PersonStatus.CLOSED));
        Optional<String> above = heir.map(Person::key).or(person::manager);
        for (Person report : reports(directory, person)) {
            boolean self = above.filter(report.key()::equals).isPresent();
            people.add(report.withManager(self ? person.manager() : above));
        }
        List<Team> teams = new ArrayList<>();
        for (Team team : directory.teams()) {
            if (team.members().contains(person.key())) {
                Set<String> members = new TreeSet<>(team.members());
                Set<String> leads = new TreeSet<>(team.leads());
                members.remove(person.key());
                if (leads.remove(person.key())) {
                    heir.ifPresent(one -> leads.add(one.key()));
                }
                teams.add(team.withMembers(members, leads));
            }
        }
        return Edits.ofPeople(people).withTeams(teams);
    }

    /**
     * Hands over what they own in governed applications.
     *
     * @return how many records there were, by application
     */
    Map<String, Integer> handOver(Person person, Person heir) {
        Map<String, Integer> moved = new TreeMap<>();
        for (AccessModel model : governed()) {
            int number =
                    records.handOver(
                            model.application().key(), owned(model), person.key(), heir.key());
            if (number > 0) {
                moved.put(model.application().name(), number);
            }
        }
        return moved;
    }

    /** What would be handed over, for the gate to judge. */
    HandingOver handingOver(Person person, Person heir) {
        Map<String, List<RecordType>> types = new TreeMap<>();
        governed().forEach(model -> types.put(model.application().key(), owned(model)));
        return new HandingOver(person, heir, types);
    }
}
