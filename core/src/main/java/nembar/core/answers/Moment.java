package nembar.core.answers;

import java.time.Instant;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReferenceArray;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Holding;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.RecentlyMade;
import nembar.core.model.Standpoint;

/**
 * One model at one instant. People who hold the same, by the same shares and under the same
 * filters, from the same place, form one class, which is worked out once for all of them
 * (docs/access-model.md, section 6). What differs inside a class is only whose records are whose
 * own, or of people below them. Safe for use by several threads at once.
 */
public final class Moment {
    private static final int OTHERS_KEPT = 3;
    private static final int ACCESS_KEPT = 4096;

    private final AccessModel model;
    private final Instant at;
    private final boolean asIfActive;
    private final AtomicReferenceArray<PersonAccess> access =
            new AtomicReferenceArray<>(ACCESS_KEPT);
    private final Map<Integer, Set<String>> personal = new ConcurrentHashMap<>();
    private final Classes classes;
    private final RecentlyMade<Moment> others = new RecentlyMade<>(OTHERS_KEPT);
    private volatile Timeline timeline;

    public Moment(AccessModel model, Instant at) {
        this(model, at, false);
    }

    /**
     * @param asIfActive asks what everybody would have if they were active
     */
    public Moment(AccessModel model, Instant at, boolean asIfActive) {
        this.model = model;
        this.at = at;
        this.asIfActive = asIfActive;
        this.classes = new Classes(model, new AtInstant());
    }

    public AccessModel model() {
        return model;
    }

    public Instant at() {
        return at;
    }

    /** What the model has in store from this instant on; kept. */
    public Timeline timeline() {
        if (timeline == null) {
            timeline = new Timeline(this);
        }
        return timeline;
    }

    /** Another model at the same instant; the last few are kept. */
    public Moment with(AccessModel other) {
        return others.find(one -> one.model() == other, () -> new Moment(other, at, asIfActive));
    }

    /** The personas, class by class. */
    public List<List<Persona>> classes() {
        return classes.all();
    }

    /**
     * Personas enough to see everything that does not depend on whose records are whose own: one of
     * each class, or all where conditions speak of one person.
     */
    public List<Persona> representatives() {
        return classes.personByPerson()
                ? model.personas().all()
                : classes.all().stream().map(alike -> alike.get(0)).toList();
    }

    /**
     * The record types on which people of the persona's class may have something of their own:
     * records that they own, or those below them. On all others they have the very same, unless
     * something concerns one of them by name.
     */
    Set<String> personalTypes(Persona persona) {
        return personal.computeIfAbsent(classOf(persona), any -> personalOf(persona));
    }

    private Set<String> personalOf(Persona persona) {
        Set<String> types = new HashSet<>();
        for (Holding holding : access(persona).holdings()) {
            personal(holding.set().privileges(), types);
        }
        return Travel.onward(model.catalogue(), types);
    }

    /**
     * An access that has the very same on records of the type as the person at the persona: that of
     * the first of their class, where all of them have the same there.
     */
    public PersonAccess accessOn(Persona persona, RecordType type) {
        return access(alikeOn(persona, type).orElse(persona));
    }

    /** The first of the persona's class, where all of them have the very same on the type. */
    Optional<Persona> alikeOn(Persona persona, RecordType type) {
        Persona first = classes.all().get(classOf(persona)).get(0);
        boolean same = !classes.personByPerson() && !personalTypes(first).contains(type.key());
        return same ? Optional.of(first) : Optional.empty();
    }

    /** Whether an assignment comes to the same as one that counts at this instant. */
    boolean sameEffect(Assignment one, Assignment counting) {
        return classes.sameEffect(one, counting);
    }

    /** Whether all people of the persona's class have the very same. */
    boolean alike(Persona persona) {
        return !classes.personByPerson() && personalTypes(persona).isEmpty();
    }

    /** Adds the types of those privileges that are about one's own records, or of those below. */
    static void personal(List<Privilege> privileges, Set<String> types) {
        for (Privilege privilege : privileges) {
            if (privilege instanceof Privilege.RecordPrivilege of && of.reach().personal()) {
                types.add(of.recordType());
            } else if (privilege instanceof Privilege.FieldPrivilege of && of.reach().personal()) {
                types.add(of.recordType());
            }
        }
    }

    /** Whether two people of one class may differ in more than whose records are their own. */
    boolean personByPerson() {
        return classes.personByPerson();
    }

    int classOf(Persona persona) {
        return classes.of(persona);
    }

    /** What of the design concerns the class's people at this instant. */
    Set<Object> contentOf(int classNumber) {
        return classes.contentOf(classNumber);
    }

    /**
     * The access of the person at the persona. Thousands are kept, each in a place that others
     * share with it, so that what they take does not grow with the number of people.
     */
    public PersonAccess access(Persona persona) {
        int place = persona.number() % ACCESS_KEPT;
        PersonAccess known = access.get(place);
        if (known == null
                || !known.who().person().equals(persona.person())
                || !known.who().account().equals(persona.account())) {
            known = new PersonAccess(model, standpoint(persona));
            access.set(place, known);
        }
        return known;
    }

    /** The access from a standpoint: that of the persona, where it is one's own at this instant. */
    public PersonAccess access(Standpoint who) {
        return model.personas()
                .at(who.person().key(), who.account())
                .filter(persona -> standpoint(persona).equals(who))
                .map(this::access)
                .orElseGet(() -> new PersonAccess(model, who));
    }

    public Standpoint standpoint(Persona persona) {
        return new Standpoint(persona.person(), persona.account(), at, asIfActive);
    }

    private final class AtInstant implements Classes.View {
        @Override
        public boolean counts(Times times) {
            return model.inForce(times, at);
        }

        @Override
        public BitSet personasIn(Audience audience) {
            return model.personasIn(audience, at);
        }

        @Override
        public Object owners(Audience audience) {
            return model.peopleIn(audience, at);
        }
    }
}
