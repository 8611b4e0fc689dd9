package nembar.core.answers;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Predicate;
import nembar.core.catalogue.Catalogue;
import nembar.core.decision.Access;
import nembar.core.decision.CombinedAccess;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Delegation;
import nembar.core.directory.Directory;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;

/**
 * What one model in place of another would give and take at any instant from now on
 * (docs/access-model.md, section 10). Accesses are compared as symbols, as if everybody were
 * active, at every instant at which the outcome can differ; what somebody may do for others counts
 * as theirs. What is not seen to add nothing counts as adding.
 */
public final class Gains {
    /** Somebody with more instants than these to look at counts as gaining, unseen. */
    private static final int INSTANTS_AT_MOST = 1_000;

    private final Timeline before;
    private final Timeline after;
    private final Catalogue catalogue;
    private final boolean sameDirectory;
    private final boolean sameCatalogue;
    private final OtherCatalogue otherCatalogue;
    private final boolean samePlaces;
    private final Predicate<Persona> otherLine;
    private final Predicate<String> looked;

    private final Map<List<Integer>, Boolean> sameContent = new HashMap<>();
    private final List<OfPersona> found = new ArrayList<>();

    /**
     * What changes for one persona.
     *
     * @param gained keys of record types on which something is gained at some instant
     * @param lost keys of record types on which something is lost at some instant
     * @param functions whether a level of a function is gained
     */
    public record OfPersona(
            Persona persona, Set<String> gained, Set<String> lost, boolean functions) {
        public boolean gains() {
            return !gained.isEmpty() || functions;
        }

        /** These gains as another persona of the class has them, with what is that one's own. */
        OfPersona with(Persona other, OfPersona own) {
            Set<String> allGained = new TreeSet<>(gained);
            allGained.addAll(own.gained());
            Set<String> allLost = new TreeSet<>(lost);
            allLost.addAll(own.lost());
            return new OfPersona(other, allGained, allLost, functions || own.functions());
        }

        boolean none() {
            return gained.isEmpty() && lost.isEmpty() && !functions;
        }
    }

    private Gains(Timeline before, Timeline after) {
        this.before = before;
        this.after = after;
        this.catalogue = after.model().catalogue();
        this.sameDirectory = before.model().directory() == after.model().directory();
        this.sameCatalogue = before.model().catalogue() == after.model().catalogue();
        otherCatalogue = new OtherCatalogue(before.model().catalogue(), after.model().catalogue());
        this.samePlaces =
                sameDirectory || samePlaces(before.model().directory(), after.model().directory());
        this.otherLine = Impact.otherLine(before.model().directory(), after.model().directory());
        Optional<Set<String>> touched =
                sameDirectory && sameCatalogue
                        ? Touched.between(
                                catalogue, before.model().design(), after.model().design())
                        : Optional.empty();
        this.looked = type -> touched.map(some -> some.contains(type)).orElse(true);
    }

    /** Whether the two differ in people alone. */
    private static boolean samePlaces(Directory was, Directory is) {
        return was.attributes().equals(is.attributes())
                && was.accounts().equals(is.accounts())
                && was.units().equals(is.units())
                && was.teams().equals(is.teams());
    }

    /** Everybody for whom anything changes at any instant from that on from which both are seen. */
    public static List<OfPersona> between(Timeline before, Timeline after) {
        if (before.model() == after.model()) {
            return List.of();
        }
        Gains gains = new Gains(before, after);
        gains.ofClasses();
        gains.ofDelegates();
        return gains.found;
    }

    /** Keys of the record types of which the person reaches anything at some instant. */
    public static Set<String> reached(Timeline timeline, String person) {
        Gains gains = new Gains(timeline, timeline);
        return timeline.model().personas().of(person).stream()
                .findFirst()
                .map(persona -> gains.total(persona, at -> CombinedAccess.NOTHING).gained())
                .orElse(Set.of());
    }

    private void ofClasses() {
        Map<List<Integer>, List<Persona>> moved = new LinkedHashMap<>();
        for (Persona persona : after.model().personas().all()) {
            if (!unchanged(persona)) {
                moved.computeIfAbsent(pair(persona), any -> new ArrayList<>()).add(persona);
            }
        }
        boolean each = before.classes().personByPerson() || after.classes().personByPerson();
        moved.values().forEach(personas -> ofClass(personas, each));
    }

    /** The classes of the persona before and after. */
    private List<Integer> pair(Persona persona) {
        return List.of(
                same(persona).map(before.classes()::of).orElse(-1), after.classes().of(persona));
    }

    /** Whether everything that decides about the persona's access is as it was. */
    private boolean unchanged(Persona persona) {
        Optional<Persona> was = same(persona);
        return sameCatalogue
                && samePlaces
                && was.isPresent()
                && (sameDirectory || samePerson(was.get(), persona))
                && sameContent.computeIfAbsent(
                        pair(persona),
                        any -> before.contentOf(was.get()).equals(after.contentOf(persona)));
    }

    private boolean samePerson(Persona was, Persona persona) {
        String key = persona.person().key();
        return was.person().equals(persona.person())
                && before.model()
                        .directory()
                        .teamsOf(key)
                        .equals(after.model().directory().teamsOf(key))
                && !otherLine.test(persona);
    }

    /**
     * One of a class speaks for the others, but on types on which they may have records of their
     * own, and for those who have other people below them now.
     */
    private void ofClass(List<Persona> personas, boolean each) {
        Persona first = personas.get(0);
        Set<String> personal = each ? Set.of() : personalTypes(first);
        Predicate<String> own = type -> looked.test(type) && personal.contains(type);
        OfPersona shared = compared(first, looked.and(type -> !personal.contains(type)));
        boolean some = personal.stream().anyMatch(own);
        found.addAll(
                personas.parallelStream()
                        .map(
                                persona -> {
                                    if (persona != first && (each || otherLine.test(persona))) {
                                        return compared(persona, looked);
                                    }
                                    return shared.with(
                                            persona, some ? compared(persona, own) : shared);
                                })
                        .filter(of -> !of.none())
                        .toList());
    }

    /**
     * The types on which the class may have something on records of their own, or of those below.
     */
    private Set<String> personalTypes(Persona persona) {
        Set<String> types = new HashSet<>();
        same(persona).stream()
                .flatMap(was -> before.setsOf(was).stream())
                .forEach(set -> Moment.personal(set.privileges(), types));
        after.setsOf(persona).forEach(set -> Moment.personal(set.privileges(), types));
        Set<String> both = new HashSet<>(Travel.onward(catalogue, types));
        both.addAll(Travel.onward(before.model().catalogue(), types));
        return both;
    }

    private OfPersona compared(Persona persona, Predicate<String> types) {
        Optional<Persona> was = same(persona);
        Edges edges = before.noEdges();
        was.ifPresent(one -> before.edges(one, edges));
        after.edges(persona, edges);
        Set<List<Object>> seen = new HashSet<>();
        return compared(
                persona,
                edges,
                at ->
                        seen.add(
                                List.of(
                                        was.map(one -> before.inForce(one, at)).orElse(List.of()),
                                        after.inForce(persona, at))),
                at ->
                        was.map(one -> asItWas(before.access(one, at)))
                                .orElse(CombinedAccess.NOTHING),
                at -> after.access(persona, at),
                types);
    }

    private interface AtInstant {
        Access access(Instant at);
    }

    /**
     * @param telling whether an instant can tell anything that those before it have not
     */
    private OfPersona compared(
            Persona persona,
            Edges edges,
            Predicate<Instant> telling,
            AtInstant was,
            AtInstant is,
            Predicate<String> types) {
        Set<String> gained = new TreeSet<>();
        Set<String> lost = new TreeSet<>();
        boolean functions = false;
        SortedSet<Instant> instants = edges.all();
        if (instants.size() > INSTANTS_AT_MOST) {
            catalogue.recordTypes().forEach(type -> gained.add(type.key()));
            return new OfPersona(persona, gained, gained, true);
        }
        for (Instant at : instants) {
            if (!telling.test(at)) {
                continue;
            }
            Difference difference =
                    Difference.between(catalogue, was.access(at), is.access(at), types);
            for (Difference.OfOperation of : difference.operations()) {
                note(of.type().key(), of.gained(), gained);
                note(of.type().key(), of.lost(), lost);
            }
            for (Difference.OfField of : difference.fields()) {
                note(of.type().key(), of.gained(), gained);
                note(of.type().key(), of.lost(), lost);
            }
            functions |= difference.functions().stream().anyMatch(Difference.OfFunction::gained);
        }
        return new OfPersona(persona, gained, lost, functions);
    }

    private static void note(String type, RecordSet records, Set<String> types) {
        if (!records.equals(RecordSet.NOTHING)) {
            types.add(type);
        }
    }

    /** What delegates may do for others, with what they may do themselves. */
    private void ofDelegates() {
        Set<String> delegates = new TreeSet<>();
        for (AccessModel model : List.of(before.model(), after.model())) {
            model.design().delegations().forEach(one -> delegates.add(one.delegate()));
        }
        for (String delegate : delegates) {
            List<Persona> personas = after.model().personas().of(delegate);
            boolean concerned =
                    !before.delegationsTo(delegate).isEmpty()
                            || !after.delegationsTo(delegate).isEmpty();
            if (concerned && !personas.isEmpty() && !sameDelegate(delegate)) {
                OfPersona total =
                        total(personas.get(0), at -> asItWas(everything(before, delegate, at)));
                if (!total.none()) {
                    found.add(total);
                }
            }
        }
    }

    private boolean sameDelegate(String delegate) {
        List<Delegation> delegations = after.delegationsTo(delegate);
        return before.delegationsTo(delegate).equals(delegations)
                && unchanged(delegate)
                && delegations.stream()
                        .allMatch(one -> unchanged(one.principal()) && sameSets(one.sets()));
    }

    private boolean unchanged(String person) {
        List<Persona> personas = after.model().personas().of(person);
        return before.model().personas().of(person).size() == personas.size()
                && personas.stream().allMatch(this::unchanged);
    }

    private boolean sameSets(List<String> keys) {
        return keys.stream()
                .allMatch(
                        key ->
                                before.model()
                                        .design()
                                        .set(key)
                                        .equals(after.model().design().set(key)));
    }

    private OfPersona total(Persona persona, AtInstant was) {
        String delegate = persona.person().key();
        Edges edges = before.noEdges();
        for (Timeline timeline : List.of(before, after)) {
            List<String> people = new ArrayList<>(List.of(delegate));
            for (Delegation one : timeline.delegationsTo(delegate)) {
                edges.add(one.times());
                people.add(one.principal());
            }
            people.stream()
                    .flatMap(key -> timeline.model().personas().of(key).stream())
                    .forEach(one -> timeline.edges(one, edges));
        }
        return compared(
                persona,
                edges,
                at -> true,
                was,
                at -> everything(after, delegate, at),
                type -> true);
    }

    private static Access everything(Timeline timeline, String delegate, Instant at) {
        List<PersonAccess> ways = new ArrayList<>();
        AccessModel model = timeline.model();
        model.personas().of(delegate).forEach(persona -> ways.add(timeline.access(persona, at)));
        for (Delegation one : timeline.delegationsTo(delegate)) {
            for (Persona persona : model.personas().of(one.principal())) {
                Standpoint principal = timeline.standpoint(persona, at);
                ways.add(PersonAccess.timeless(model, principal.through(one)));
            }
        }
        return new CombinedAccess(ways);
    }

    private Optional<Persona> same(Persona persona) {
        return sameDirectory ? Optional.of(persona) : before.model().personas().like(persona);
    }

    private Access asItWas(Access access) {
        return otherCatalogue.through(access);
    }
}
