package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.answers.Edges;
import nembar.core.answers.Gains;
import nembar.core.answers.Moment;
import nembar.core.answers.Timeline;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.text.Wording;

/**
 * Holds a change against the rules that stand above every design (docs/access-model.md, section
 * 10), for all time: what it would give at any instant from now on counts.
 */
public final class StandingRules {
    private final AccessModel nembar;
    private final AccessModel now;
    private final AccessModel next;
    private final Instant at;
    private final Timeline before;
    private final Timeline after;
    private final List<Gains.OfPersona> gains;
    private final Approvers approvers;

    /** Access counts as if everybody were active: who is suspended today may be back tomorrow. */
    private StandingRules(AccessModel nembar, Moment now, Moment next) {
        this.nembar = nembar;
        this.now = now.model();
        this.next = next.model();
        this.at = now.at();
        this.before = now.timeline();
        this.after = next.timeline();
        this.gains = Gains.between(before, after);
        this.approvers = new Approvers(nembar, at);
    }

    /**
     * Everything that stands against it, once the author and the approvers have given their word;
     * nothing where it may be done.
     *
     * @param nembar the published model of Nembar itself
     * @param now the application's published model
     * @param next the same as it would be, in catalogue, design or directory, at the same instant
     * @param approvers who has approved it, besides the author
     */
    public static List<Objection> of(
            AccessModel nembar, Moment now, Moment next, Author author, Set<String> approvers) {
        StandingRules rules = new StandingRules(nembar, now, next);
        List<Objection> objections = new ArrayList<>();
        rules.guardedAreas(author, objections);
        rules.noRaising(author, objections);
        return Objection.standing(objections, approvers);
    }

    private void noRaising(Author author, List<Objection> objections) {
        List<Gains.OfPersona> raised = gains.stream().filter(Gains.OfPersona::gains).toList();
        if (raised.isEmpty()) {
            return;
        }
        Authority own = new Authority(nembar, author.acting(), at);
        List<Persona> personas = raised.stream().map(Gains.OfPersona::persona).toList();
        approvers.beyond(own, personas).ifPresent(objections::add);
        Set<Given> given = new LinkedHashSet<>();
        for (Assignment assignment : newly()) {
            given.add(given(assignment));
        }
        widened().forEach(one -> given.add(changed(one)));
        if (now.directory() != next.directory()) {
            raised.forEach(one -> given.addAll(reaching(one.persona())));
        }
        for (Given one : given) {
            if (!one.may(next, own)) {
                objections.add(
                        new Objection(
                                Rule.NO_RAISING,
                                one.why(),
                                List.of(),
                                approvers.whoever(who -> one.may(next, who))));
            }
        }
        objections.addAll(approvers.ownAccess(author, personas));
    }

    /** Something that takes the right to give or change it; bounds only of what is assigned. */
    private record Given(Element element, String operation, Optional<Assignment> by) {
        boolean may(AccessModel model, Authority who) {
            String application = model.application().key();
            return by.map(one -> who.gives(application, element, one.bounds()))
                    .orElseGet(() -> who.onElement(operation, application, element));
        }

        String why() {
            return by.isPresent()
                    ? "It would give "
                            + element.key()
                            + ", or bounds for it, that are not the author's to give."
                    : "It would open more through the "
                            + element.kind().words()
                            + " "
                            + element.key()
                            + ", which the author may not "
                            + operation
                            + ".";
        }
    }

    private Given given(Assignment assignment) {
        return new Given(next.design().given(assignment), "give", Optional.of(assignment));
    }

    private static Given changed(Element element) {
        boolean gives =
                element.kind() == ElementKind.PRIVILEGE_SET || element.kind() == ElementKind.ROLE;
        return new Given(element, gives ? "give" : "change", Optional.empty());
    }

    /** What reaches somebody in the other place that did not before, or cuts them no longer. */
    private List<Given> reaching(Persona persona) {
        Optional<Persona> was = now.personas().like(persona);
        List<Given> given = new ArrayList<>();
        List<Assignment> had = was.map(before::assignments).orElse(List.of());
        after.assignments(persona).stream()
                .filter(one -> !had.contains(one))
                .forEach(one -> given.add(given(one)));
        List<Element> opened = was.map(before::shares).orElse(List.of());
        after.shares(persona).stream()
                .filter(one -> !opened.contains(one))
                .forEach(one -> given.add(changed(one)));
        List<Element> cutting = after.filters(persona);
        was.map(before::filters).orElse(List.of()).stream()
                .filter(one -> !cutting.contains(one))
                .forEach(one -> given.add(changed(one)));
        return given;
    }

    /** Assignments that are there after and were not, or not so, before. */
    private List<Assignment> newly() {
        Set<Assignment> known = new LinkedHashSet<>(now.design().assignments());
        return next.design().assignments().stream().filter(one -> !known.contains(one)).toList();
    }

    /** Other elements whose change can open more: those put, and filters taken out. */
    private List<Element> widened() {
        List<Element> widened = new ArrayList<>();
        if (now.design() == next.design()) {
            return widened;
        }
        for (Change change : Changes.between(now.design(), next.design())) {
            boolean filter =
                    change.kind() == ElementKind.ACCOUNT_FILTER
                            || change.kind() == ElementKind.FIELD_FILTER;
            boolean other =
                    change.kind() != ElementKind.ASSIGNMENT
                            && change.kind() != ElementKind.EXPECTATION
                            && change.kind() != ElementKind.SEAT_POOL;
            if (change instanceof Change.Put put && other) {
                widened.add(put.element());
            } else if (change instanceof Change.Remove && filter) {
                now.design().element(change.kind(), change.key()).ifPresent(widened::add);
            }
        }
        return widened;
    }

    private void guardedAreas(Author author, List<Objection> objections) {
        Authority own = new Authority(nembar, author.acting(), at);
        for (Area area : now.catalogue().areas()) {
            if (area.guarded() && !own.stewards(now, area, at)) {
                guardedArea(area).ifPresent(objections::add);
            }
        }
    }

    private Optional<Objection> guardedArea(Area area) {
        boolean same =
                now.catalogue() == next.catalogue()
                        || next.catalogue().area(area.key()).filter(area::equals).isPresent()
                                && now.catalogue()
                                        .typesIn(area)
                                        .equals(next.catalogue().typesIn(area))
                                && now.catalogue()
                                        .functionsIn(area)
                                        .equals(next.catalogue().functionsIn(area));
        if (!same) {
            return Optional.of(
                    new Objection(
                            Rule.GUARDED_AREA,
                            "It would change "
                                    + area.name()
                                    + " itself, which is guarded: a steward has to agree.",
                            List.of(),
                            approvers.stewards(now, area)));
        }
        Set<String> types =
                now.catalogue().typesIn(area).stream()
                        .map(RecordType::key)
                        .collect(Collectors.toSet());
        Set<Person> touched = new LinkedHashSet<>();
        // A move of people counts by what it gives; a change of the design by what it takes too.
        boolean moved = now.design().equals(next.design());
        for (Gains.OfPersona one : gains) {
            Stream<String> changed =
                    moved
                            ? one.gained().stream()
                            : Stream.concat(one.gained().stream(), one.lost().stream());
            if (changed.anyMatch(types::contains)) {
                touched.add(one.persona().person());
            }
        }
        touched.addAll(stewardsMoved(area));
        if (touched.isEmpty()) {
            return Optional.empty();
        }
        List<Person> people = List.copyOf(touched);
        return Optional.of(
                new Objection(
                        Rule.GUARDED_AREA,
                        "It would change access to "
                                + area.name()
                                + ", which is guarded, for "
                                + names(people)
                                + ": a steward has to agree.",
                        people.stream().map(Person::key).toList(),
                        approvers.stewards(now, area)));
    }

    /** Whoever would become a steward, or cease to be one, at any instant. */
    private List<Person> stewardsMoved(Area area) {
        Edges edges = Stewards.edges(before, area, at);
        after.roleEdges(area.stewards().orElseThrow(), edges);
        Set<String> moved = new TreeSet<>();
        for (Instant instant : edges.all()) {
            Set<String> was = Stewards.of(now, area, instant);
            Set<String> is = Stewards.of(next, area, instant);
            Stream.concat(was.stream(), is.stream())
                    .filter(one -> was.contains(one) != is.contains(one))
                    .forEach(moved::add);
        }
        return next.directory().people().stream().filter(one -> moved.contains(one.key())).toList();
    }

    private static String names(List<Person> people) {
        return Wording.some(people.stream().map(Person::name).toList());
    }
}
