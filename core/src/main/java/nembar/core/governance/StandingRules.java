package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.answers.Edges;
import nembar.core.answers.Finding;
import nembar.core.answers.Gains;
import nembar.core.answers.Timeline;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Element;
import nembar.core.design.ElementKind;
import nembar.core.design.Privilege;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.model.Seats.Seat;
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
    private final List<Gains.OfSeat> gains;
    private List<Authority> everybody;

    /**
     * Whose change it is.
     *
     * @param acting within whose rights it has to be
     * @param own keys of those whose own access it may not add to without somebody else
     */
    public record Author(Person acting, Set<String> own) {
        public Author {
            own = Set.copyOf(own);
        }

        public static Author of(Person person) {
            return new Author(person, Set.of(person.key()));
        }
    }

    /** Access counts as if everybody were active: who is suspended today may be back tomorrow. */
    private StandingRules(AccessModel nembar, AccessModel now, AccessModel next, Instant at) {
        this.nembar = nembar;
        this.now = now;
        this.next = next;
        this.at = at;
        this.before = new Timeline(now, at);
        this.after = new Timeline(next, at);
        this.gains = Gains.between(now, next, at);
    }

    /**
     * Everything that stands against it, once the author and the approvers have given their word;
     * nothing where it may be done.
     *
     * @param nembar the published model of Nembar itself
     * @param now the application's published model
     * @param next the same as it would be, in catalogue, design or directory
     * @param approvers who has approved it, besides the author
     */
    public static List<Objection> of(
            AccessModel nembar,
            AccessModel now,
            AccessModel next,
            Author author,
            Set<String> approvers,
            Instant at) {
        StandingRules rules = new StandingRules(nembar, now, next, at);
        List<Objection> objections = new ArrayList<>();
        rules.guardedAreas(author, objections);
        rules.noRaising(author, objections);
        return objections.stream().filter(lifted(approvers).negate()).toList();
    }

    private static Predicate<Objection> lifted(Set<String> approvers) {
        return one -> one.approvers().stream().anyMatch(approvers::contains);
    }

    /**
     * No raising by impersonation: what is done to somebody's way in takes what giving them all
     * they hold would take, at every account of theirs and at every instant.
     *
     * @param applications the published models of all applications
     * @param people to whose way in something is done
     */
    public static List<Objection> onSignIn(
            AccessModel nembar,
            Collection<AccessModel> applications,
            Collection<Person> people,
            Author author,
            Set<String> approvers,
            Instant at) {
        List<Objection> objections = new ArrayList<>();
        Authority own = new Authority(nembar, author.acting(), at);
        for (Person person : people) {
            if (author.own().contains(person.key())) {
                continue;
            }
            List<Held> held = new ArrayList<>();
            applications.forEach(model -> held.addAll(held(model, person, at)));
            List<Held> beyond = held.stream().filter(one -> !one.may().test(own)).toList();
            // What is guarded is for its stewards; the rest for whoever may give all of it.
            Map<Boolean, List<Held>> kinds =
                    beyond.stream().collect(Collectors.partitioningBy(Held::guarded));
            kinds.get(true)
                    .forEach(one -> objections.add(signIn(nembar, person, List.of(one), at)));
            if (!kinds.get(false).isEmpty()) {
                objections.add(signIn(nembar, person, kinds.get(false), at));
            }
        }
        return objections.stream().filter(lifted(approvers).negate()).toList();
    }

    private static Objection signIn(
            AccessModel nembar, Person person, List<Held> beyond, Instant at) {
        Set<String> approving =
                Authority.ofAll(nembar, at).stream()
                        .filter(who -> beyond.stream().allMatch(one -> one.may().test(who)))
                        .map(Authority::key)
                        .filter(key -> !key.equals(person.key()))
                        .collect(Collectors.toSet());
        return new Objection(
                Rule.SIGN_IN,
                person.name()
                        + " holds "
                        + Wording.some(beyond.stream().map(Held::what).distinct().toList())
                        + ": what is done to their sign-in is for those who may give that.",
                List.of(person.key()),
                approving);
    }

    /**
     * Something that somebody has, and who could give it.
     *
     * @param guarded whether that is for the stewards of an area
     */
    private record Held(String what, boolean guarded, Predicate<Authority> may) {}

    private static List<Held> held(AccessModel model, Person person, Instant at) {
        Timeline timeline = new Timeline(model, at);
        String application = model.application().key();
        List<Held> held = new ArrayList<>();
        for (Seat seat : model.seats().of(person.key())) {
            for (Assignment one : timeline.assignments(seat)) {
                Element given = given(model, one);
                held.add(
                        new Held(
                                Changes.name(given),
                                false,
                                who -> who.gives(application, given, one.bounds())));
            }
            timeline.shares(seat).forEach(one -> held.add(changed(application, one)));
        }
        for (Delegation one : timeline.delegationsTo(person.key())) {
            held.add(changed(application, one));
        }
        for (Area area : guarded(model, person, at)) {
            held.add(
                    new Held(
                            "rights in " + area.name() + " (guarded)",
                            true,
                            who -> who.stewards(model, area, at)));
        }
        return held;
    }

    /**
     * Whether the author may give everything by which the person reaches records of the type, at
     * any account and instant; in a guarded area, whether they guard it.
     */
    public static boolean mayGiveReach(
            AccessModel nembar,
            AccessModel model,
            Person person,
            RecordType type,
            Author author,
            Instant at) {
        Authority own = new Authority(nembar, author.acting(), at);
        Area area = model.catalogue().area(type.area()).orElseThrow();
        if (author.own().contains(person.key()) || area.guarded()) {
            return !area.guarded() || own.stewards(model, area, at);
        }
        Timeline timeline = new Timeline(model, at);
        String application = model.application().key();
        Set<String> types = relatives(model, type);
        for (Seat seat : model.seats().of(person.key())) {
            boolean assigned =
                    timeline.assignments(seat).stream()
                            .filter(one -> speaksOf(model, one, types))
                            .allMatch(
                                    one -> own.gives(application, given(model, one), one.bounds()));
            boolean shared =
                    timeline.shares(seat).stream()
                            .allMatch(one -> own.onElement("change", application, one));
            if (!assigned || !shared) {
                return false;
            }
        }
        return true;
    }

    private static boolean speaksOf(AccessModel model, Assignment assignment, Set<String> types) {
        return model.design().setsOf(assignment.gives()).stream()
                .flatMap(set -> set.privileges().stream())
                .anyMatch(
                        one ->
                                one instanceof Privilege.RecordPrivilege of
                                                && types.contains(of.recordType())
                                        || one instanceof Privilege.FieldPrivilege field
                                                && types.contains(field.recordType()));
    }

    /** The type, and those above and below it, from which rights travel to it. */
    private static Set<String> relatives(AccessModel model, RecordType type) {
        return model.catalogue().recordTypes().stream()
                .filter(
                        one ->
                                one.equals(type)
                                        || model.catalogue().below(one, type)
                                        || model.catalogue().below(type, one))
                .map(RecordType::key)
                .collect(Collectors.toSet());
    }

    /** Whether the person guards, or reaches anything in, a guarded area at some instant. */
    public static boolean inGuardedArea(
            Collection<AccessModel> applications, Person person, Instant at) {
        return applications.stream().anyMatch(model -> !guarded(model, person, at).isEmpty());
    }

    private static List<Area> guarded(AccessModel model, Person person, Instant at) {
        List<Area> areas = model.catalogue().areas().stream().filter(Area::guarded).toList();
        if (areas.isEmpty()) {
            return areas;
        }
        Timeline timeline = new Timeline(model, at);
        Set<String> reached = Gains.reached(model, person.key(), at);
        return areas.stream()
                .filter(
                        area ->
                                typesIn(model, area).stream()
                                                .map(RecordType::key)
                                                .anyMatch(reached::contains)
                                        || everStewards(timeline, area, at).contains(person.key()))
                .toList();
    }

    private static Held changed(String application, Element element) {
        return new Held(
                "the " + element.kind().words() + " " + Changes.name(element),
                false,
                who -> who.onElement("change", application, element));
    }

    /**
     * Never nobody: at every instant somebody active must be able to give everything, and every
     * guarded area must have an active steward.
     *
     * @param nembar the model of Nembar itself as it would be
     * @param applications the models of all applications as they would be
     */
    public static List<Objection> neverNobody(
            AccessModel nembar, Collection<AccessModel> applications, Instant at) {
        List<Objection> objections = new ArrayList<>();
        new Administrators(nembar, at)
                .missing()
                .ifPresent(
                        when ->
                                objections.add(
                                        nobody(
                                                "This would leave nobody able to administer Nembar"
                                                        + later(when, at)
                                                        + ": keep at least one active person who"
                                                        + " may give every role and set to"
                                                        + " everybody.")));
        for (AccessModel model : applications) {
            for (Area area : model.catalogue().areas()) {
                if (area.guarded()) {
                    Administrators.unguarded(model, area, at)
                            .ifPresent(
                                    when ->
                                            objections.add(
                                                    nobody(
                                                            "This would leave "
                                                                    + area.name()
                                                                    + ", which is guarded, without"
                                                                    + " an active steward"
                                                                    + later(when, at)
                                                                    + ".")));
                }
            }
        }
        return objections;
    }

    private static Objection nobody(String why) {
        return new Objection(Rule.NEVER_NOBODY, why, List.of(), Set.of());
    }

    private static String later(Instant when, Instant at) {
        return when.equals(at) ? "" : " from " + when + " on";
    }

    /** What is worth a look about who administers: that it hangs on one person. */
    public static List<Finding> findings(AccessModel nembar, Instant at) {
        return Authority.only(Authority.givingEverything(Authority.ofAll(nembar, at))).stream()
                .map(
                        one ->
                                new Finding(
                                        Finding.Kind.ONLY_ONE_ADMINISTRATOR,
                                        List.of(new Finding.Concern("person", one.key())),
                                        "Only one person may give everything: while they are away,"
                                                + " nobody can, and nobody can approve what they"
                                                + " give themselves.",
                                        List.of()))
                .toList();
    }

    /** Keys of those who may publish drafts at all. */
    public static Set<String> publishers(AccessModel nembar, Instant at) {
        return Authority.ofAll(nembar, at).stream()
                .filter(Authority::publishes)
                .map(Authority::key)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Worked out only where somebody else's word is needed. */
    private List<Authority> everybody() {
        if (everybody == null) {
            everybody = Authority.ofAll(nembar, at);
        }
        return everybody;
    }

    private void noRaising(Author author, List<Objection> objections) {
        List<Gains.OfSeat> raised = gains.stream().filter(Gains.OfSeat::gains).toList();
        if (raised.isEmpty()) {
            return;
        }
        Authority own = new Authority(nembar, author.acting(), at);
        List<Seat> beyond =
                raised.stream()
                        .map(Gains.OfSeat::seat)
                        .filter(one -> !own.onPerson("change", one.person(), one.account()))
                        .toList();
        if (!beyond.isEmpty()) {
            List<Person> people = beyond.stream().map(Seat::person).distinct().toList();
            objections.add(
                    raising(
                            "It would add to the access of "
                                    + names(people)
                                    + ", whom the author may not change.",
                            people,
                            who ->
                                    beyond.stream()
                                            .allMatch(
                                                    one ->
                                                            who.onPerson(
                                                                    "change",
                                                                    one.person(),
                                                                    one.account()))));
        }
        Set<Given> given = new LinkedHashSet<>();
        for (Assignment assignment : newly()) {
            given.add(given(assignment));
        }
        widened().forEach(one -> given.add(changed(one)));
        if (now.directory() != next.directory()) {
            raised.forEach(one -> given.addAll(reaching(one.seat())));
        }
        for (Given one : given) {
            if (!one.may(next, own)) {
                objections.add(raising(one.why(), List.of(), who -> one.may(next, who)));
            }
        }
        for (String key : author.own()) {
            if (raised.stream().anyMatch(one -> one.seat().person().key().equals(key))) {
                ownAccess(key, author, objections);
            }
        }
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
        return new Given(given(next, assignment), "give", Optional.of(assignment));
    }

    private static Given changed(Element element) {
        boolean gives =
                element.kind() == ElementKind.PRIVILEGE_SET || element.kind() == ElementKind.ROLE;
        return new Given(element, gives ? "give" : "change", Optional.empty());
    }

    /** What reaches somebody in the other place that did not before, or cuts them no longer. */
    private List<Given> reaching(Seat seat) {
        Optional<Seat> was =
                now.seats().of(seat.person().key()).stream()
                        .filter(other -> other.account().equals(seat.account()))
                        .findFirst();
        List<Given> given = new ArrayList<>();
        List<Assignment> had = was.map(before::assignments).orElse(List.of());
        after.assignments(seat).stream()
                .filter(one -> !had.contains(one))
                .forEach(one -> given.add(given(one)));
        List<Element> opened = was.map(before::shares).orElse(List.of());
        after.shares(seat).stream()
                .filter(one -> !opened.contains(one))
                .forEach(one -> given.add(changed(one)));
        List<Element> cutting = after.filters(seat);
        was.map(before::filters).orElse(List.of()).stream()
                .filter(one -> !cutting.contains(one))
                .forEach(one -> given.add(changed(one)));
        return given;
    }

    /** What adds to the author's own access needs somebody else, as long as there is somebody. */
    private void ownAccess(String key, Author author, List<Objection> objections) {
        List<Authority> all = Authority.givingEverything(everybody());
        boolean onlyOne =
                Authority.only(all)
                        .filter(one -> one.key().equals(key))
                        .filter(one -> author.acting().key().equals(key))
                        .isPresent();
        if (!onlyOne) {
            boolean acting = author.acting().key().equals(key);
            String whose = acting ? "the author's own access" : name(key) + "'s access";
            objections.add(
                    new Objection(
                            Rule.NO_RAISING,
                            "It would add to "
                                    + whose
                                    + (acting ? "" : ", who has a hand in it")
                                    + ", which needs the approval of somebody else.",
                            List.of(key),
                            all.stream()
                                    .map(Authority::key)
                                    .filter(one -> !one.equals(key))
                                    .collect(Collectors.toSet())));
        }
    }

    private String name(String key) {
        return now.directory().personNames().getOrDefault(key, key);
    }

    private Objection raising(String why, List<Person> people, Predicate<Authority> may) {
        return new Objection(
                Rule.NO_RAISING,
                why,
                people.stream().map(Person::key).toList(),
                everybody().stream().filter(may).map(Authority::key).collect(Collectors.toSet()));
    }

    /** Assignments that are there after and were not, or not so, before. */
    private List<Assignment> newly() {
        Set<Assignment> known = new LinkedHashSet<>(now.design().assignments());
        return next.design().assignments().stream().filter(one -> !known.contains(one)).toList();
    }

    private static Element given(AccessModel model, Assignment assignment) {
        Optional<? extends Element> given =
                assignment.gives() instanceof Assignment.Gives.OfRole of
                        ? model.design().role(of.role())
                        : model.design().set(((Assignment.Gives.OfSet) assignment.gives()).set());
        return given.orElseThrow();
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
                            && change.kind() != ElementKind.EXPECTATION;
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
                                && typesIn(now, area).equals(typesIn(next, area));
        if (!same) {
            return Optional.of(
                    new Objection(
                            Rule.GUARDED_AREA,
                            "It would change "
                                    + area.name()
                                    + " itself, which is guarded: a steward has to agree.",
                            List.of(),
                            stewards(area)));
        }
        Set<String> types =
                typesIn(now, area).stream().map(RecordType::key).collect(Collectors.toSet());
        Set<Person> touched = new LinkedHashSet<>();
        // A move of people counts by what it gives; a change of the design by what it takes too.
        boolean moved = now.design().equals(next.design());
        for (Gains.OfSeat one : gains) {
            Stream<String> changed =
                    moved
                            ? one.gained().stream()
                            : Stream.concat(one.gained().stream(), one.lost().stream());
            if (changed.anyMatch(types::contains)) {
                touched.add(one.seat().person());
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
                        stewards(area)));
    }

    private Set<String> stewards(Area area) {
        return everybody().stream()
                .filter(one -> one.stewards(now, area, at))
                .map(Authority::key)
                .collect(Collectors.toSet());
    }

    /** Whoever would become a steward, or cease to be one, at any instant. */
    private List<Person> stewardsMoved(Area area) {
        Edges edges = new Edges(at, now.application().zone());
        before.roleEdges(area.stewards().orElseThrow(), edges);
        after.roleEdges(area.stewards().orElseThrow(), edges);
        Set<String> moved = new TreeSet<>();
        for (Instant instant : edges.all()) {
            Set<String> was = people(now, area, instant);
            Set<String> is = people(next, area, instant);
            Stream.concat(was.stream(), is.stream())
                    .filter(one -> was.contains(one) != is.contains(one))
                    .forEach(moved::add);
        }
        return next.directory().people().stream().filter(one -> moved.contains(one.key())).toList();
    }

    private static Set<String> people(AccessModel model, Area area, Instant at) {
        BitSet seats = model.seatsIn(area.stewards().orElseThrow(), at);
        return seats.stream()
                .mapToObj(model.seats().all()::get)
                .map(seat -> seat.person().key())
                .collect(Collectors.toSet());
    }

    private static Set<String> everStewards(Timeline timeline, Area area, Instant at) {
        Edges edges = new Edges(at, timeline.model().application().zone());
        timeline.roleEdges(area.stewards().orElseThrow(), edges);
        SortedSet<String> stewards = new TreeSet<>();
        edges.all().forEach(one -> stewards.addAll(people(timeline.model(), area, one)));
        return stewards;
    }

    private static List<RecordType> typesIn(AccessModel model, Area area) {
        return model.catalogue().recordTypes().stream()
                .filter(type -> type.area().equals(area.key()))
                .toList();
    }

    private static String names(List<Person> people) {
        return Wording.some(people.stream().map(Person::name).toList());
    }
}
