package nembar.core.model;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.LostFields;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.condition.Scope;
import nembar.core.condition.ValueType;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Audience.Part;
import nembar.core.directory.Directory;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.element.Elements;

/**
 * One application's catalogue, the directory and the design, checked to belong together: every
 * reference leads somewhere and every reach can be expressed. Immutable.
 */
public final class AccessModel implements Elements {
    private static final BitSet NOBODY = new BitSet();
    private static final int SIBLINGS_KEPT = 6;

    private final Application application;
    private final Catalogue catalogue;
    private final Directory directory;
    private final Design design;
    private final LostFields lost;
    private final Personas personas;

    /** Models with the same application and directory that were made lately. */
    private final RecentlyMade<AccessModel> siblings;

    private final Map<String, Scope> scopes = new ConcurrentHashMap<>();
    private final Map<Said, String> words = new ConcurrentHashMap<>();

    /** The people of audiences that do not depend on the instant. */
    private final Map<Audience, SortedSet<String>> lasting = new ConcurrentHashMap<>();

    private volatile BitSet[] assigned;
    private volatile List<List<Assignment>> assignmentsByPersona;
    private volatile List<List<DirectShare>> sharesByPersona;

    private record Said(String recordType, Condition condition) {}

    private AccessModel(
            Application application,
            Catalogue catalogue,
            Directory directory,
            Design design,
            LostFields lost,
            Personas personas,
            RecentlyMade<AccessModel> siblings) {
        this.lost = lost;
        this.siblings = siblings;
        this.application = application;
        this.catalogue = catalogue;
        this.directory = directory;
        this.design = design;
        this.personas = personas;
    }

    /**
     * The model of these parts.
     *
     * @throws ModelRefused with every problem found, when they do not belong together
     */
    public static AccessModel of(
            Application application, Catalogue catalogue, Directory directory, Design design) {
        refuse(ModelCheck.problemsOf(application, catalogue, directory, design));
        return new AccessModel(
                application,
                catalogue,
                directory,
                design,
                LostFields.NONE,
                new Personas(directory),
                new RecentlyMade<>(SIBLINGS_KEPT));
    }

    /** This model of a database in which some of what is governed cannot be read any more. */
    public AccessModel losing(LostFields other) {
        return lost.equals(other)
                ? this
                : new AccessModel(
                        application,
                        catalogue,
                        directory,
                        design,
                        other,
                        personas,
                        new RecentlyMade<>(SIBLINGS_KEPT));
    }

    /**
     * This application and its people with another design; one object where it was made lately.
     *
     * @throws ModelRefused with every problem found, when they do not belong together
     */
    public AccessModel withDesign(Design other) {
        return with(catalogue, other);
    }

    /**
     * This application and its people with another catalogue and another design; one object where
     * it was made lately.
     *
     * @throws ModelRefused with every problem found, when they do not belong together
     */
    public AccessModel with(Catalogue otherCatalogue, Design other) {
        boolean sameCatalogue = catalogue.equals(otherCatalogue);
        return siblings.find(
                one ->
                        one.design.equals(other)
                                && (sameCatalogue
                                        ? one.catalogue == catalogue
                                        : one.catalogue.equals(otherCatalogue)),
                () -> {
                    refuse(
                            sameCatalogue
                                    ? ModelCheck.problemsOfDesign(catalogue, directory, other)
                                    : ModelCheck.problemsOf(
                                            application, otherCatalogue, directory, other));
                    return new AccessModel(
                            application,
                            sameCatalogue ? catalogue : otherCatalogue,
                            directory,
                            other,
                            lost,
                            personas,
                            siblings);
                });
    }

    /**
     * This application and design with other people, or people placed otherwise.
     *
     * @throws ModelRefused with every problem found, when they do not belong together
     */
    public AccessModel withDirectory(Directory other) {
        return of(application, catalogue, other, design).losing(lost);
    }

    private static void refuse(List<Problem> problems) {
        if (!problems.isEmpty()) {
            throw new ModelRefused(problems);
        }
    }

    @Override
    public List<? extends Element> elements(ElementKind kind) {
        return part(kind).elements(kind);
    }

    @Override
    public Optional<Element> element(ElementKind kind, String key) {
        return part(kind).element(kind, key);
    }

    private Elements part(ElementKind kind) {
        return kind.inCatalogue() ? catalogue : design;
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

    /** Every person with every account they may act for. */
    public Personas personas() {
        return personas;
    }

    /** What a condition on records of the type may speak of. */
    public Scope scopeOf(RecordType type) {
        return scopes.computeIfAbsent(type.key(), key -> Scopes.of(type, catalogue, directory));
    }

    /** What of the catalogue cannot be read any more. */
    public LostFields lost() {
        return lost;
    }

    /** Types of the fields of which nobody knows any more what a record of the type has. */
    public Map<String, ValueType> unknownOf(RecordType type) {
        if (lost.none()) {
            return Map.of();
        }
        Scope scope = scopeOf(type);
        return type.fields().stream()
                .filter(field -> lost.has(type, field))
                .collect(
                        Collectors.toMap(
                                Field::key, field -> scope.names().get(field.key()).type()));
    }

    /** A condition on records of the type in words; worked out once. */
    public String wordsOf(Condition condition, RecordType type) {
        return words.computeIfAbsent(
                new Said(type.key(), condition), any -> condition.words(scopeOf(type)));
    }

    /** Whether these times have the instant, by the application's clock. */
    public boolean inForce(Times times, Instant at) {
        return times.have(at, application.zone());
    }

    /**
     * Step 1 of the decision: the application is open, the person is active, and the account they
     * act for is neither pending nor ended; or the question takes all three to be so.
     */
    public boolean active(Standpoint who) {
        return who.asIfActive() || application.open() && who.person().active() && open(who);
    }

    /** Whether the account acted for, if any, lets its people in at the instant. */
    public boolean open(Standpoint who) {
        LocalDate day = application.day(who.at());
        return who.account().flatMap(directory::account).map(one -> one.open(day)).orElse(true);
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

    /** Numbers of the personas that the audience has at the instant. */
    public BitSet personasIn(Audience audience, Instant at) {
        return personas.in(audience, role -> holdersOf(role, at));
    }

    /** Numbers of the personas that hold the role at the instant. */
    public BitSet holdersOf(String role, Instant at) {
        return holding(role, times -> inForce(times, at));
    }

    private BitSet holding(String role, Predicate<Times> counts) {
        Assignment.Gives gives = new Assignment.Gives.OfRole(role);
        BitSet holders = new BitSet(personas.all().size());
        for (int i = 0; i < design.assignments().size(); i++) {
            Assignment assignment = design.assignments().get(i);
            if (assignment.gives().equals(gives) && counts.test(assignment.times())) {
                holders.or(assigned()[i]);
            }
        }
        return holders;
    }

    /**
     * Numbers of the personas that the audience has at some instant from this one on, and perhaps
     * of some more: an exception that comes and goes takes nobody out.
     */
    public BitSet personasEverIn(Audience audience, Instant from) {
        List<Part> lasting =
                audience.except().stream()
                        .filter(part -> !(part instanceof Audience.HoldersOf))
                        .toList();
        return personas.in(new Audience(audience.of(), lasting), role -> everHolding(role, from));
    }

    private BitSet everHolding(String role, Instant from) {
        return holding(role, times -> !times.ended(from));
    }

    /** Keys of the people of whom the audience has a persona at the instant. */
    public SortedSet<String> peopleIn(Audience audience, Instant at) {
        return audience.namesHolders()
                ? peopleOf(personasIn(audience, at))
                : lasting.computeIfAbsent(audience, any -> peopleOf(personasIn(any, at)));
    }

    private SortedSet<String> peopleOf(BitSet some) {
        TreeSet<String> people = new TreeSet<>();
        some.stream().forEach(i -> people.add(personas.all().get(i).person().key()));
        return Collections.unmodifiableSortedSet(people);
    }

    /** The assignments whose audience has the person, in force or not, in the design's order. */
    public List<Assignment> assignmentsTo(Standpoint who) {
        Optional<Personas.Persona> persona = personas.persona(who);
        if (persona.isPresent()) {
            return assignmentsOf(persona.get());
        }
        return design.assignments().stream()
                .filter(assignment -> has(assignment.audience(), who))
                .toList();
    }

    /** The assignments whose audience has a persona of this model, in the design's order. */
    public List<Assignment> assignmentsOf(Personas.Persona persona) {
        return assignmentsByPersona().get(persona.number());
    }

    /** Whether an assignment in force gives the person the role. */
    public boolean holds(String role, Standpoint who) {
        Assignment.Gives gives = new Assignment.Gives.OfRole(role);
        return assignmentsTo(who).stream()
                .anyMatch(one -> one.gives().equals(gives) && inForce(one.times(), who.at()));
    }

    /**
     * The direct shares whose audience has the person, and perhaps some more, whose audience names
     * holders of a role; in the design's order. Looked up by person, not walked.
     */
    public List<DirectShare> directSharesNear(Standpoint who) {
        return personas.persona(who)
                .map(persona -> sharesByPersona().get(persona.number()))
                .orElseGet(design::directShares);
    }

    private List<List<DirectShare>> sharesByPersona() {
        List<List<DirectShare>> known = sharesByPersona;
        if (known == null) {
            List<List<DirectShare>> byPersona = new ArrayList<>();
            personas.all().forEach(any -> byPersona.add(new ArrayList<>()));
            for (DirectShare share : design.directShares()) {
                Audience audience = share.audience();
                if (audience.namesHolders()) {
                    byPersona.forEach(some -> some.add(share));
                } else {
                    personas.in(audience, role -> NOBODY).stream()
                            .forEach(persona -> byPersona.get(persona).add(share));
                }
            }
            known = byPersona;
            sharesByPersona = known;
        }
        return known;
    }

    /** Whom each assignment's audience has, in the design's order; worked out once. */
    private BitSet[] assigned() {
        BitSet[] known = assigned;
        if (known == null) {
            Map<Audience, BitSet> byAudience = new HashMap<>();
            known =
                    design.assignments().stream()
                            .map(
                                    one ->
                                            byAudience.computeIfAbsent(
                                                    one.audience(),
                                                    audience ->
                                                            personas.in(audience, role -> NOBODY)))
                            .toArray(BitSet[]::new);
            assigned = known;
        }
        return known;
    }

    private List<List<Assignment>> assignmentsByPersona() {
        List<List<Assignment>> known = assignmentsByPersona;
        if (known == null) {
            known = new ArrayList<>();
            for (int i = 0; i < personas.all().size(); i++) {
                known.add(new ArrayList<>());
            }
            for (int i = 0; i < design.assignments().size(); i++) {
                BitSet members = assigned()[i];
                for (int persona = members.nextSetBit(0);
                        persona >= 0;
                        persona = members.nextSetBit(persona + 1)) {
                    known.get(persona).add(design.assignments().get(i));
                }
            }
            assignmentsByPersona = known;
        }
        return known;
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
        return part.fold(new Membership(this, who));
    }
}
