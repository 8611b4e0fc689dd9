package nembar.core.answers;

import java.util.AbstractSet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.condition.Condition;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;

/**
 * Personas put together: those of people who hold the same, by the same shares and under the same
 * filters, from the same place, are of one class and are worked out once for all of them.
 */
final class Classes {
    private final AccessModel model;
    private final View view;
    private final boolean personByPerson;
    private final List<List<Persona>> classes = new ArrayList<>();
    private final int[] classOf;
    private final List<Set<Object>> content = new ArrayList<>();

    /** What each assignment that counts comes to; the same number for the same. */
    private final Map<Assignment, Integer> effects = new IdentityHashMap<>();

    /** Which of the design counts, and for whom: at an instant, or from one on. */
    interface View {
        boolean counts(Times times);

        BitSet personasIn(Audience audience);

        /** Whose records a rule opens, as something that can be compared. */
        Object owners(Audience audience);
    }

    /** What makes two personas one class. */
    private record ClassKey(
            Set<Object> content,
            List<String> place,
            Set<String> teams,
            Map<String, Object> attributes,
            Person named) {}

    Classes(AccessModel model, View view) {
        this.model = model;
        this.view = view;
        this.personByPerson = speaksOfOnePerson(model.design());
        this.classOf = new int[model.personas().all().size()];
        classify();
    }

    List<List<Persona>> all() {
        return classes;
    }

    boolean personByPerson() {
        return personByPerson;
    }

    int of(Persona persona) {
        return classOf[persona.number()];
    }

    /** Whether an assignment comes to the same as one that counts, whatever either is called. */
    boolean sameEffect(Assignment one, Assignment counting) {
        Integer effect = effects.get(counting);
        return effect != null && effect.equals(effects.get(one));
    }

    Set<Object> contentOf(int number) {
        return content.get(number);
    }

    private void classify() {
        Design design = model.design();
        Map<Object, Integer> numbersOf = new HashMap<>();
        List<Object> things = new ArrayList<>();
        for (Assignment assignment : design.assignments()) {
            if (view.counts(assignment.times())) {
                effects.put(assignment, number(Effect.of(assignment), numbersOf, things));
            }
        }
        Map<Integer, BitSet> shared = new LinkedHashMap<>();
        design.sharingRules().stream()
                .filter(rule -> view.counts(rule.times()))
                .forEach(
                        rule ->
                                shared.put(
                                        number(rule, numbersOf, things),
                                        view.personasIn(rule.audience())));
        design.directShares().stream()
                .filter(share -> view.counts(share.times()))
                .forEach(
                        share ->
                                shared.put(
                                        number(share, numbersOf, things),
                                        view.personasIn(share.audience())));
        design.accountFilters()
                .forEach(
                        one ->
                                shared.put(
                                        number(one, numbersOf, things),
                                        view.personasIn(one.audience())));
        design.fieldFilters()
                .forEach(
                        one ->
                                shared.put(
                                        number(one, numbersOf, things),
                                        view.personasIn(one.audience())));
        Map<BitSet, Set<Object>> contents = new HashMap<>();
        Map<ClassKey, Integer> numbers = new HashMap<>();
        List<BitSet> ofPersonas = new ArrayList<>();
        model.personas().all().forEach(any -> ofPersonas.add(new BitSet(things.size())));
        // By thing, so that thousands of shares of one person each are not asked of everybody.
        shared.forEach(
                (thing, in) -> in.stream().forEach(persona -> ofPersonas.get(persona).set(thing)));
        for (Persona persona : model.personas().all()) {
            BitSet concerning = ofPersonas.get(persona.number());
            for (Assignment assignment : model.assignmentsOf(persona)) {
                Integer effect = effects.get(assignment);
                if (effect != null) {
                    concerning.set(effect);
                }
            }
            Set<Object> elements =
                    contents.computeIfAbsent(concerning, any -> elements(concerning, things));
            ClassKey key = key(persona, elements);
            Integer number = numbers.get(key);
            if (number == null) {
                number = classes.size();
                numbers.put(key, number);
                classes.add(new ArrayList<>());
                content.add(elements);
            }
            classes.get(number).add(persona);
            classOf[persona.number()] = number;
        }
    }

    private static int number(Object thing, Map<Object, Integer> numbersOf, List<Object> things) {
        return numbersOf.computeIfAbsent(
                thing,
                any -> {
                    things.add(thing);
                    return things.size() - 1;
                });
    }

    /** What an assignment comes to for whoever has it, whatever it is called. */
    record Effect(Assignment.Gives gives, Bounds bounds, Times times) {
        static Effect of(Assignment one) {
            return new Effect(one.gives(), one.bounds(), one.times());
        }
    }

    /** Whose records a sharing rule opens: who holds a role may change without the rule's doing. */
    private record Owners(SharingRule rule, Object people) {}

    /** These things, with what the assignments and rules among them depend on. */
    private Set<Object> elements(BitSet concerning, List<Object> things) {
        Set<Object> elements = new LinkedHashSet<>();
        concerning.stream()
                .mapToObj(things::get)
                .forEach(
                        thing -> {
                            elements.add(thing);
                            if (thing instanceof Effect effect) {
                                elements.addAll(model.design().setsOf(effect.gives()));
                            } else if (thing instanceof SharingRule rule
                                    && rule.ownedBy().isPresent()) {
                                elements.add(new Owners(rule, view.owners(rule.ownedBy().get())));
                            }
                        });
        return new Hashed(elements);
    }

    private ClassKey key(Persona persona, Set<Object> elements) {
        Person person = persona.person();
        return new ClassKey(
                elements,
                List.of(
                        person.kind().name(),
                        person.active() ? "active" : "",
                        person.unit().orElse(""),
                        persona.account().orElse("")),
                model.directory().teamsOf(person.key()),
                person.attributes(),
                personByPerson ? person : null);
    }

    /** Whether a condition names what two people of one class do not share. */
    private static boolean speaksOfOnePerson(Design design) {
        Set<String> names = new TreeSet<>();
        Conditions.of(design).forEach(used -> names.addAll(namesIn(used.condition())));
        return names.contains("user.id")
                || names.contains("user.manager")
                || names.contains("user.accounts");
    }

    private static List<String> namesIn(Condition condition) {
        return condition.expression().properties();
    }

    /** A set that works out its hash once: classes are looked up by it ten thousand times. */
    private static final class Hashed extends AbstractSet<Object> {
        private final Set<Object> elements;
        private final int hash;

        Hashed(Set<Object> elements) {
            this.elements = elements;
            this.hash = elements.hashCode();
        }

        @Override
        public Iterator<Object> iterator() {
            return elements.iterator();
        }

        @Override
        public boolean contains(Object element) {
            return elements.contains(element);
        }

        @Override
        public int size() {
            return elements.size();
        }

        @Override
        public boolean equals(Object other) {
            return other == this || elements.equals(other);
        }

        @Override
        public int hashCode() {
            return hash;
        }
    }
}
