package nembar.core.answers;

import java.time.Instant;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Privilege;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.model.AccessModel;
import nembar.core.model.Seats.Seat;
import nembar.core.model.Standpoint;

/**
 * One model at one instant. People who hold the same, by the same shares and under the same
 * filters, from the same place, form one class, which is worked out once for all of them
 * (docs/access-model.md, section 6). What differs inside a class is only whose records are whose
 * own, or of people below them. Safe for use by several threads at once.
 */
public final class Moment {
    private final AccessModel model;
    private final Instant at;
    private final boolean asIfActive;
    private final Map<Integer, PersonAccess> access = new ConcurrentHashMap<>();
    private final Classes classes;

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

    /** The seats, class by class. */
    public List<List<Seat>> classes() {
        return classes.all();
    }

    /**
     * Whether all people of the seat's class have the very same on some record types: nothing
     * concerns one of them by name, and none has anything on records of their own, or of those
     * below them.
     *
     * @param looked the record types, by their keys, with those from which rights travel to them
     */
    boolean alike(Seat seat, Predicate<String> looked) {
        return !classes.personByPerson()
                && access(seat).holdings().stream()
                        .flatMap(holding -> holding.set().privileges().stream())
                        .noneMatch(privilege -> personal(privilege, looked));
    }

    /**
     * Whether a privilege on one of these types is about records of one's own, or of those below.
     */
    static boolean personal(Privilege privilege, Predicate<String> looked) {
        return privilege instanceof Privilege.RecordPrivilege of
                        && personal(of.reach())
                        && looked.test(of.recordType())
                || privilege instanceof Privilege.FieldPrivilege field
                        && personal(field.reach())
                        && looked.test(field.recordType());
    }

    private static boolean personal(Reach reach) {
        return reach == Reach.OWN || reach == Reach.REPORTS;
    }

    /** Whether two people of one class may differ in more than whose records are their own. */
    boolean personByPerson() {
        return classes.personByPerson();
    }

    int classOf(Seat seat) {
        return classes.of(seat);
    }

    /** What of the design concerns the class's people at this instant. */
    Set<Object> contentOf(int classNumber) {
        return classes.contentOf(classNumber);
    }

    /** The access of the person at the seat; kept. */
    public PersonAccess access(Seat seat) {
        PersonAccess known = access.get(seat.number());
        if (known == null) {
            known = new PersonAccess(model, standpoint(seat));
            access.put(seat.number(), known);
        }
        return known;
    }

    public Standpoint standpoint(Seat seat) {
        return new Standpoint(seat.person(), seat.account(), at, asIfActive);
    }

    private final class AtInstant implements Classes.View {
        @Override
        public boolean counts(Times times) {
            return model.inForce(times, at);
        }

        @Override
        public BitSet seatsIn(Audience audience) {
            return model.seatsIn(audience, at);
        }

        @Override
        public Object owners(Audience audience) {
            return model.peopleIn(audience, at);
        }
    }
}
