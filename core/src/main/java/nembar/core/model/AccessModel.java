package nembar.core.model;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.directory.Audience;
import nembar.core.directory.Audience.Part;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;

/**
 * One application's catalogue, the directory and the design, checked to belong together: every
 * reference leads somewhere and every reach can be expressed. Immutable.
 */
public final class AccessModel {
    private final Application application;
    private final Catalogue catalogue;
    private final Directory directory;
    private final Design design;

    private AccessModel(
            Application application, Catalogue catalogue, Directory directory, Design design) {
        this.application = application;
        this.catalogue = catalogue;
        this.directory = directory;
        this.design = design;
    }

    /**
     * The model of these parts.
     *
     * @throws ModelRefused with every problem found, when they do not belong together
     */
    public static AccessModel of(
            Application application, Catalogue catalogue, Directory directory, Design design) {
        List<Problem> problems = ModelCheck.problemsOf(application, catalogue, directory, design);
        if (!problems.isEmpty()) {
            throw new ModelRefused(problems);
        }
        return new AccessModel(application, catalogue, directory, design);
    }

    public Application application() {
        return application;
    }

    public Catalogue catalogue() {
        return catalogue;
    }

    public Directory directory() {
        return directory;
    }

    public Design design() {
        return design;
    }

    /** Whether the audience has the person. */
    public boolean has(Audience audience, Standpoint who) {
        return partOf(audience, who).isPresent();
    }

    /**
     * The first part of the audience that has the person; empty when none has, or when an exception
     * does (docs/access-model.md, section 2).
     */
    public Optional<Part> partOf(Audience audience, Standpoint who) {
        if (audience.except().stream().anyMatch(part -> has(part, who))) {
            return Optional.empty();
        }
        return audience.of().stream().filter(part -> has(part, who)).findFirst();
    }

    /** Whether an assignment in force gives the person the role. */
    public boolean holds(String role, Standpoint who) {
        Assignment.Gives gives = new Assignment.Gives.OfRole(role);
        return design.assignments().stream()
                .filter(assignment -> assignment.gives().equals(gives))
                .filter(assignment -> assignment.inForce(who.at()))
                .anyMatch(assignment -> has(assignment.audience(), who));
    }

    /** Whether the record type is in a guarded area of which the person is no steward. */
    public boolean guardedFrom(RecordType type, Standpoint who) {
        return catalogue
                .area(type.area())
                .flatMap(Area::stewards)
                .map(stewards -> !has(stewards, who))
                .orElse(false);
    }

    private boolean has(Part part, Standpoint who) {
        return part.fold(new Membership(who));
    }

    /** Whether each kind of part has the person. */
    private final class Membership implements Audience.Cases<Boolean> {
        private final Standpoint who;
        private final Person person;

        Membership(Standpoint who) {
            this.who = who;
            this.person = who.person();
        }

        @Override
        public Boolean onePerson(Audience.OnePerson part) {
            return part.person().equals(person.key());
        }

        @Override
        public Boolean oneTeam(Audience.OneTeam part) {
            return directory.teamsOf(person.key()).contains(part.team());
        }

        @Override
        public Boolean oneUnit(Audience.OneUnit part) {
            Set<String> units =
                    part.below() ? directory.unitAndBelow(part.unit()) : Set.of(part.unit());
            return person.unit().filter(units::contains).isPresent();
        }

        @Override
        public Boolean holdersOf(Audience.HoldersOf part) {
            return holds(part.role(), who);
        }

        @Override
        public Boolean allStaff(Audience.AllStaff part) {
            return person.kind() == PersonKind.STAFF;
        }

        @Override
        public Boolean allExternals(Audience.AllExternals part) {
            return person.external();
        }

        @Override
        public Boolean externalsOf(Audience.ExternalsOf part) {
            return person.external() && who.account().filter(part.account()::equals).isPresent();
        }

        @Override
        public Boolean externalsTagged(Audience.ExternalsTagged part) {
            return person.external()
                    && who.account()
                            .flatMap(directory::account)
                            .filter(account -> account.tags().contains(part.tag()))
                            .isPresent();
        }
    }
}
