package nembar.core.answers;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.design.Delegation;
import nembar.core.design.Expectation;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;

/** Whom a publication concerns (docs/access-model.md, section 8). */
public final class Concerned {
    private Concerned() {}

    /**
     * Keys of those who gain or lose by it at once, and of all in the audiences of the elements
     * that it changes: also those for whom a beginning or an end is moved.
     *
     * @param before just before the changes
     * @param after just after them
     */
    public static Set<String> by(Moment before, Moment after, List<Change> changes) {
        Set<String> people = new TreeSet<>();
        Impact.of(before, after).people().forEach(one -> people.add(one.persona().person().key()));
        for (Change.Remove touched : Changes.touched(changes)) {
            Optional<Element> was = before.model().design().element(touched.kind(), touched.key());
            Optional<Element> is = after.model().design().element(touched.kind(), touched.key());
            if (!was.equals(is)) {
                was.ifPresent(one -> named(before, one, people));
                is.ifPresent(one -> named(after, one, people));
            }
        }
        return people;
    }

    private static void named(Moment moment, Element element, Set<String> people) {
        AccessModel model = moment.model();
        Meant.audience(element)
                .filter(any -> !(element instanceof Expectation))
                .ifPresent(
                        audience -> {
                            BitSet personas = model.personasIn(audience, moment.at());
                            personas.stream()
                                    .mapToObj(model.personas().all()::get)
                                    .forEach(persona -> people.add(persona.person().key()));
                        });
        if (element instanceof Delegation delegation) {
            people.add(delegation.principal());
            people.add(delegation.delegate());
        }
    }
}
