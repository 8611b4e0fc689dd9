package nembar.demo;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;

/** A world with many people of the same shape: each real person has as many twins as needed. */
public final class Twins {
    private Twins() {}

    /**
     * The model with twins of its people in turn, who have assignments of their own like them.
     *
     * @param people how many there are to be in all; the model itself where it has as many
     */
    public static AccessModel of(AccessModel model, int people) {
        List<Person> all = new ArrayList<>(model.directory().people());
        List<Person> originals = List.copyOf(all);
        Map<String, List<Assignment>> personal = personal(model.design());
        List<Element> elements = new ArrayList<>(model.design().elements());
        for (int i = 0; all.size() < people; i++) {
            Person of = originals.get(i % originals.size());
            all.add(twin(of, i));
            for (Assignment assignment : personal.getOrDefault(of.key(), List.of())) {
                elements.add(twin(assignment, of.key() + "-" + i, i));
            }
        }
        Directory directory =
                new Directory(
                        model.directory().attributes(),
                        model.directory().accounts(),
                        model.directory().units(),
                        model.directory().teams(),
                        all);
        return AccessModel.of(
                model.application(), model.catalogue(), directory, Design.of(elements));
    }

    /** The assignments to people by name, by each of them. */
    private static Map<String, List<Assignment>> personal(Design design) {
        Map<String, List<Assignment>> personal = new HashMap<>();
        for (Assignment assignment : design.assignments()) {
            for (Audience.Part part : assignment.audience().of()) {
                if (part instanceof Audience.OnePerson one) {
                    personal.computeIfAbsent(one.person(), key -> new ArrayList<>())
                            .add(assignment);
                }
            }
        }
        return personal;
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
