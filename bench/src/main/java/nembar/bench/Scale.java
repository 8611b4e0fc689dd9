package nembar.bench;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.lookup.Lookups;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.sql.CountQuery;
import nembar.demo.DemoWorld;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;

/** Towline with many people of the same shape: each real person has as many doubles as needed. */
final class Scale {
    private Scale() {}

    static AccessModel model(int people) {
        AccessModel demo = DocumentReader.read(DocumentJson.read(DemoWorld.towline()));
        List<Person> all = new ArrayList<>(demo.directory().people());
        List<Person> originals = List.copyOf(all);
        List<Assignment> assignments = new ArrayList<>(demo.design().assignments());
        List<Assignment> personal =
                assignments.stream()
                        .filter(one -> one.audience().of().get(0) instanceof Audience.OnePerson)
                        .toList();
        for (int i = 0; all.size() < people; i++) {
            Person of = originals.get(i % originals.size());
            all.add(twin(of, i));
            for (Assignment assignment : personal) {
                if (assignment.audience().of().contains(new Audience.OnePerson(of.key()))) {
                    assignments.add(twin(assignment, of.key() + "-" + i, i));
                }
            }
        }
        List<Element> elements = new ArrayList<>(demo.design().elements());
        elements.removeAll(demo.design().assignments());
        elements.addAll(assignments);
        Directory directory =
                new Directory(
                        demo.directory().attributes(),
                        demo.directory().accounts(),
                        demo.directory().units(),
                        demo.directory().teams(),
                        all);
        return AccessModel.of(demo.application(), demo.catalogue(), directory, Design.of(elements));
    }

    /** Everything the reach grid needs to know of one person: a query for each record type. */
    static List<CountQuery> grid(AccessModel model, String person) {
        PersonAccess access =
                new PersonAccess(
                        model,
                        Standpoint.of(
                                model.directory().person(person).orElseThrow(), Instant.now()));
        List<CountQuery> queries = new ArrayList<>();
        for (RecordType type : model.catalogue().recordTypes()) {
            List<RecordSet> sets = new ArrayList<>();
            type.operations()
                    .forEach(
                            operation -> {
                                Coverage coverage = access.coverage(type, operation);
                                sets.add(coverage.records());
                                sets.add(coverage.granted());
                            });
            type.fields()
                    .forEach(
                            field -> {
                                FieldCoverage coverage = access.field(type, field);
                                sets.add(coverage.masked());
                                sets.add(coverage.viewed());
                                sets.add(coverage.changed());
                            });
            queries.add(CountQuery.of(type, sets, Lookups.NONE));
        }
        return queries;
    }

    /** An assignment given to somebody's twin. */
    private static Assignment twin(Assignment of, String person, int number) {
        return new Assignment(
                of.key() + "-" + number,
                Audience.anyOf(new Audience.OnePerson(person)),
                of.gives(),
                of.bounds(),
                of.times(),
                of.reason(),
                of.givenBy(),
                of.givenAt());
    }

    private static Person twin(Person of, int number) {
        return new Person(
                of.key() + "-" + number,
                of.kind(),
                number + "-" + of.email(),
                of.givenName(),
                of.familyName(),
                of.accounts(),
                of.unit(),
                of.manager(),
                of.zone(),
                of.status(),
                of.attributes());
    }
}
