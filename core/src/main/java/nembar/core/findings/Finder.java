package nembar.core.findings;

import java.util.BitSet;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.findings.Finding.Concern;
import nembar.core.findings.Finding.Kind;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Personas.Persona;
import nembar.core.words.Explanation;

/** Looks for one kind of thing that is worth a look, or a few of one family. */
abstract class Finder {
    final Moment moment;
    final AccessModel model;
    final Design design;
    private final Set<Finding> found = new LinkedHashSet<>();

    Finder(Moment moment) {
        this.moment = moment;
        this.model = moment.model();
        this.design = model.design();
    }

    /** Adds everything there is to find. */
    abstract void find();

    /** What was found. */
    final Collection<Finding> found() {
        find();
        return found;
    }

    List<Persona> personasOf(Audience audience) {
        BitSet personas = model.personasIn(audience, moment.at());
        return personas.stream().mapToObj(model.personas().all()::get).toList();
    }

    static boolean onlyFor(Assignment assignment, Person person) {
        return assignment.audience().onlyPerson().filter(person.key()::equals).isPresent();
    }

    String called(Assignment assignment) {
        return "The assignment of " + given(assignment);
    }

    /** The name of what an assignment gives. */
    String given(Assignment assignment) {
        return Explanation.ofDesign(model).given(assignment);
    }

    /** The end of a sentence about what was given for a reason, which may be empty. */
    static String reason(String reason) {
        return reason.isEmpty() ? "." : " (reason: " + reason + ").";
    }

    static Concern person(Person person) {
        return new Concern("person", person.key());
    }

    static Concern concern(Element element) {
        return new Concern(element.kind().words(), element.key());
    }

    final void add(Kind kind, List<Concern> concerns, String why) {
        add(kind, concerns, why, List.of());
    }

    /** Adds a finding, with its mend only where the changes can be made. */
    final void add(Kind kind, List<Concern> concerns, String why, List<Change> mend) {
        addSure(kind, concerns, why, 0, possible(mend) ? mend : List.of());
    }

    /**
     * Adds a finding about so many records, with a mend that can be made whatever else there is.
     */
    final void addSure(
            Kind kind, List<Concern> concerns, String why, long records, List<Change> mend) {
        found.add(new Finding(kind, concerns, why, records, mend));
    }

    private boolean possible(List<Change> mend) {
        try {
            // What no other element names can be taken out, whatever else there is.
            if (!mend.stream()
                    .allMatch(one -> one instanceof Change.Remove && !one.kind().named())) {
                Changes.apply(model, mend);
            }
            return true;
        } catch (ModelRefused impossible) {
            return false;
        }
    }
}
