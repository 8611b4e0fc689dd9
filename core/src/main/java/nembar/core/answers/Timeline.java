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
import nembar.core.design.FieldFilter;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
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

    /** A rule or share, and the personas that its audience has at some instant. */
    private record Shared(
            Element element, Times times, Optional<Audience> owners, BitSet personas) {}

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
        BitSet personas = times.ended(from) ? new BitSet() : model.personasEverIn(audience, from);
        return new Shared(element, times, owners, personas);
    }

    /** The sharing rules and direct shares that reach the persona at some instant. */
    public List<Element> shares(Persona persona) {
        return shared().stream()
                .filter(one -> one.personas().get(persona.number()))
                .map(Shared::element)
                .toList();
    }

    /** Filters that apply to the persona at some instant, and perhaps some more. */
    public List<Element> filters(Persona persona) {
        List<Element> filters = new ArrayList<>();
        for (AccountFilter one : model.design().accountFilters()) {
            if (model.personasEverIn(one.audience(), from).get(persona.number())) {
                filters.add(one);
            }
        }
        for (FieldFilter one : model.design().fieldFilters()) {
            if (model.personasEverIn(one.audience(), from).get(persona.number())) {
                filters.add(one);
            }
        }
        return filters;
    }

    /** The assignments that reach the persona at some instant. */
    public List<Assignment> assignments(Persona persona) {
        return model.assignmentsOf(persona).stream()
                .filter(one -> !one.times().ended(from))
                .toList();
    }

    /** Delegations by which the person acts for somebody at some instant. */
    public List<Delegation> delegationsTo(String person) {
        return model.design().delegations().stream()
                .filter(one -> one.delegate().equals(person) && !one.times().ended(from))
                .toList();
    }

    /** What concerns the class's people at some instant. */
    Set<Object> contentOf(Persona persona) {
        return classes().contentOf(classes().of(persona));
    }

    /** The privilege sets that reach the class's people at some instant. */
    List<PrivilegeSet> setsOf(Persona persona) {
        return contentOf(persona).stream()
                .filter(PrivilegeSet.class::isInstance)
                .map(PrivilegeSet.class::cast)
                .toList();
    }

    /** Adds when what concerns the persona begins and ends. */
    public void edges(Persona persona, Edges edges) {
        assignments(persona).forEach(one -> edges.add(one.times()));
        for (Shared one : shared()) {
            if (one.personas().get(persona.number())) {
                edges.add(one.times());
                one.owners().ifPresent(owners -> roleEdges(owners, edges));
            }
        }
    }

    /**
     * The first instants, after that from which the time line is, at which what somebody at the
     * persona may do becomes another.
     *
     * @param atMost how many are wanted; edges at which nothing changes are passed over
     */
    public List<Instant> changes(Persona persona, int atMost) {
        Edges edges = noEdges();
        edges(persona, edges);
        List<Instant> changes = new ArrayList<>();
        Instant last = from;
        for (Instant next : edges.all()) {
            boolean same =
                    inForce(persona, last).equals(inForce(persona, next))
                            || Difference.between(access(persona, last), access(persona, next))
                                    .none();
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
     * Which of what is timed is in force for the persona: its access at two instants at which that
     * is the same is the same, since accesses that are compared leave the clock of conditions open.
     */
    List<Object> inForce(Persona persona, Instant at) {
        List<Object> inForce = new ArrayList<>();
        inForce.add(model.active(standpoint(persona, at)));
        assignments(persona).forEach(one -> inForce.add(model.inForce(one.times(), at)));
        for (Shared one : shared()) {
            if (one.personas().get(persona.number())) {
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

    /** The persona's access at an instant, for comparing; kept while there is room. */
    PersonAccess access(Persona persona, Instant at) {
        if (first.isPresent()
                && at.equals(from)
                && persona.person().active()
                && clockless.computeIfAbsent(classes().of(persona), any -> clockless(persona))) {
            return first.get().access(persona);
        }
        Map<List<Object>, PersonAccess> kept = accesses.get();
        if (kept == null || kept.size() >= ACCESSES_KEPT) {
            kept = new ConcurrentHashMap<>();
            accesses = new SoftReference<>(kept);
        }
        return kept.computeIfAbsent(
                List.of(persona.number(), at),
                any -> PersonAccess.timeless(model, standpoint(persona, at)));
    }

    /** Whether leaving the clock of conditions open makes no difference for the persona's class. */
    private boolean clockless(Persona persona) {
        return contentOf(persona).stream()
                .filter(Element.class::isInstance)
                .flatMap(one -> Conditions.of((Element) one).stream())
                .noneMatch(
                        one ->
                                one.condition().calls(Added.NOW)
                                        || one.condition().calls(Added.TODAY));
    }

    Standpoint standpoint(Persona persona, Instant at) {
        return new Standpoint(persona.person(), persona.account(), at, true);
    }

    private final class FromNowOn implements Classes.View {
        @Override
        public boolean counts(Times times) {
            return !times.ended(from);
        }

        @Override
        public BitSet personasIn(Audience audience) {
            return model.personasEverIn(audience, from);
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
