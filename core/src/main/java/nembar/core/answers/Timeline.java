package nembar.core.answers;

import java.lang.ref.SoftReference;
import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import nembar.core.condition.Added;
import nembar.core.decision.PersonAccess;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Element;
import nembar.core.design.FieldFilter;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.model.AccessModel;
import nembar.core.model.Seats.Seat;
import nembar.core.model.Standpoint;

/**
 * One model from an instant on, for all time: who is concerned by the same things whenever they are
 * in force, and when that changes (docs/access-model.md, section 10). Everybody counts as if they
 * were active. Safe for use by several threads at once.
 */
public final class Timeline {
    private static final int ACCESSES_KEPT = 20_000;

    private final AccessModel model;
    private final Instant from;
    private volatile Classes classes;
    private volatile SoftReference<Map<List<Object>, PersonAccess>> accesses =
            new SoftReference<>(null);
    private volatile List<Shared> shared;

    /** A rule or share, and the seats that its audience has at some instant. */
    private record Shared(Element element, Times times, Optional<Audience> owners, BitSet seats) {}

    /** Of the first instant, where that is at hand. */
    private final Optional<Moment> first;

    /** By class: whether nothing of theirs asks a clock. */
    private final Map<Integer, Boolean> clockless = new ConcurrentHashMap<>();

    public Timeline(AccessModel model, Instant from) {
        this.model = model;
        this.from = from;
        this.first = Optional.empty();
    }

    /** From a moment on. */
    Timeline(Moment first) {
        this.model = first.model();
        this.from = first.at();
        this.first = Optional.of(first);
    }

    public AccessModel model() {
        return model;
    }

    /** Worked out when they are first asked for. */
    Classes classes() {
        if (classes == null) {
            classes = new Classes(model, new FromNowOn());
        }
        return classes;
    }

    private List<Shared> shared() {
        if (shared == null) {
            List<Shared> all = new ArrayList<>();
            for (SharingRule rule : model.design().sharingRules()) {
                all.add(shared(rule, rule.times(), rule.ownedBy(), rule.audience()));
            }
            for (DirectShare share : model.design().directShares()) {
                all.add(shared(share, share.times(), Optional.empty(), share.audience()));
            }
            shared = all;
        }
        return shared;
    }

    private Shared shared(
            Element element, Times times, Optional<Audience> owners, Audience audience) {
        BitSet seats = times.ended(from) ? new BitSet() : model.seatsEverIn(audience, from);
        return new Shared(element, times, owners, seats);
    }

    /** The sharing rules and direct shares that reach the seat at some instant. */
    public List<Element> shares(Seat seat) {
        return shared().stream()
                .filter(one -> one.seats().get(seat.number()))
                .map(Shared::element)
                .toList();
    }

    /** Filters that apply to the seat at some instant, and perhaps some more. */
    public List<Element> filters(Seat seat) {
        List<Element> filters = new ArrayList<>();
        for (AccountFilter one : model.design().accountFilters()) {
            if (model.seatsEverIn(one.audience(), from).get(seat.number())) {
                filters.add(one);
            }
        }
        for (FieldFilter one : model.design().fieldFilters()) {
            if (model.seatsEverIn(one.audience(), from).get(seat.number())) {
                filters.add(one);
            }
        }
        return filters;
    }

    /** The assignments that reach the seat at some instant. */
    public List<Assignment> assignments(Seat seat) {
        return model.assignmentsOf(seat).stream().filter(one -> !one.times().ended(from)).toList();
    }

    /** Delegations by which the person acts for somebody at some instant. */
    public List<Delegation> delegationsTo(String person) {
        return model.design().delegations().stream()
                .filter(one -> one.delegate().equals(person) && !one.times().ended(from))
                .toList();
    }

    /** What concerns the class's people at some instant. */
    Set<Object> contentOf(Seat seat) {
        return classes().contentOf(classes().of(seat));
    }

    /** The privilege sets that reach the class's people at some instant. */
    List<PrivilegeSet> setsOf(Seat seat) {
        return contentOf(seat).stream()
                .filter(PrivilegeSet.class::isInstance)
                .map(PrivilegeSet.class::cast)
                .toList();
    }

    /** Adds when what concerns the seat begins and ends. */
    public void edges(Seat seat, Edges edges) {
        assignments(seat).forEach(one -> edges.add(one.times()));
        for (Shared one : shared()) {
            if (one.seats().get(seat.number())) {
                edges.add(one.times());
                one.owners().ifPresent(owners -> roleEdges(owners, edges));
            }
        }
    }

    /**
     * The first instants, after that from which the time line is, at which what somebody at the
     * seat may do becomes another.
     *
     * @param atMost how many are wanted; edges at which nothing changes are passed over
     */
    public List<Instant> changes(Seat seat, int atMost) {
        Edges edges = noEdges();
        edges(seat, edges);
        List<Instant> changes = new ArrayList<>();
        Instant last = from;
        for (Instant next : edges.all()) {
            boolean same =
                    inForce(seat, last).equals(inForce(seat, next))
                            || Difference.between(access(seat, last), access(seat, next)).none();
            if (!same) {
                changes.add(next);
                if (changes.size() == atMost) {
                    break;
                }
            }
            last = next;
        }
        return changes;
    }

    /**
     * Which of what is timed is in force for the seat: its access at two instants at which that is
     * the same is the same, since accesses that are compared leave the clock of conditions open.
     */
    List<Object> inForce(Seat seat, Instant at) {
        List<Object> inForce = new ArrayList<>();
        inForce.add(model.active(standpoint(seat, at)));
        assignments(seat).forEach(one -> inForce.add(model.inForce(one.times(), at)));
        for (Shared one : shared()) {
            if (one.seats().get(seat.number())) {
                inForce.add(model.inForce(one.times(), at));
                one.owners()
                        .filter(Audience::namesHolders)
                        .ifPresent(owners -> inForce.add(model.peopleIn(owners, at)));
            }
        }
        return inForce;
    }

    /** Adds when people come to hold, or cease to hold, the roles that the audience names. */
    public void roleEdges(Audience audience, Edges edges) {
        List<Audience.Part> parts = new ArrayList<>(audience.of());
        parts.addAll(audience.except());
        for (Audience.Part part : parts) {
            if (part instanceof Audience.HoldersOf of) {
                Assignment.Gives gives = new Assignment.Gives.OfRole(of.role());
                model.design().assignments().stream()
                        .filter(one -> one.gives().equals(gives))
                        .forEach(one -> edges.add(one.times()));
            }
        }
    }

    Edges noEdges() {
        return new Edges(from, model.application().zone());
    }

    /** The seat's access at an instant, for comparing; kept while there is room. */
    PersonAccess access(Seat seat, Instant at) {
        if (first.isPresent()
                && at.equals(from)
                && seat.person().active()
                && clockless.computeIfAbsent(classes().of(seat), any -> clockless(seat))) {
            return first.get().access(seat);
        }
        Map<List<Object>, PersonAccess> kept = accesses.get();
        if (kept == null || kept.size() >= ACCESSES_KEPT) {
            kept = new ConcurrentHashMap<>();
            accesses = new SoftReference<>(kept);
        }
        return kept.computeIfAbsent(
                List.of(seat.number(), at),
                any -> PersonAccess.timeless(model, standpoint(seat, at)));
    }

    /** Whether leaving the clock of conditions open makes no difference for the seat's class. */
    private boolean clockless(Seat seat) {
        return contentOf(seat).stream()
                .filter(Element.class::isInstance)
                .flatMap(one -> Conditions.of((Element) one).stream())
                .noneMatch(
                        one ->
                                one.condition().calls(Added.NOW)
                                        || one.condition().calls(Added.TODAY));
    }

    Standpoint standpoint(Seat seat, Instant at) {
        return new Standpoint(seat.person(), seat.account(), at, true);
    }

    private final class FromNowOn implements Classes.View {
        @Override
        public boolean counts(Times times) {
            return !times.ended(from);
        }

        @Override
        public BitSet seatsIn(Audience audience) {
            return model.seatsEverIn(audience, from);
        }

        @Override
        public Object owners(Audience audience) {
            Edges edges = noEdges();
            roleEdges(audience, edges);
            List<Object> owners = new ArrayList<>();
            for (Instant at : edges.all()) {
                owners.add(List.of(at, model.peopleIn(audience, at)));
            }
            return owners;
        }
    }
}
