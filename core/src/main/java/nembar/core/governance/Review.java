package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.Finding;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;
import nembar.core.design.Assignment;
import nembar.core.design.Element;
import nembar.core.design.ElementKind;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.text.Wording;

/**
 * Holds a publication, or a move of a person, against the three standing rules
 * (docs/access-model.md, section 10).
 */
public final class Review {
    private final AccessModel nembar;
    private final AccessModel now;
    private final AccessModel next;
    private final Instant at;
    private final Impact impact;
    private List<Authority> everybody;

    /** Access counts as if everybody were active: who is suspended today may be back tomorrow. */
    private Review(AccessModel nembar, AccessModel now, AccessModel next, Instant at) {
        this.nembar = nembar;
        this.now = now;
        this.next = next;
        this.at = at;
        this.impact = Impact.of(new Moment(now, at, true), new Moment(next, at, true));
    }

    /**
     * Everything that stands against it, once the author and the approvers have given their word;
     * nothing where it may be published.
     *
     * @param nembar the published model of Nembar itself
     * @param now the application's published model
     * @param next the same as it would be, in design, directory or both
     * @param approvers who has approved it, besides the author
     */
    public static List<Objection> of(
            AccessModel nembar,
            AccessModel now,
            AccessModel next,
            Person author,
            Set<String> approvers,
            Instant at) {
        Review review = new Review(nembar, now, next, at);
        List<Objection> objections = new ArrayList<>();
        review.guardedAreas(author, objections);
        review.noRaising(author, objections);
        Predicate<Objection> lifted = one -> one.approvers().stream().anyMatch(approvers::contains);
        return objections.stream().filter(lifted.negate()).toList();
    }

    /**
     * Never nobody: somebody active must be able to give everything, and every guarded area must
     * have an active steward.
     *
     * @param nembar the model of Nembar itself as it would be
     * @param applications the models of all applications as they would be
     */
    public static List<Objection> neverNobody(
            AccessModel nembar, List<AccessModel> applications, Instant at) {
        List<Objection> objections = new ArrayList<>();
        List<Authority> all = Authority.ofAll(nembar, at);
        if (Authority.givingEverything(all).isEmpty()) {
            objections.add(
                    new Objection(
                            Rule.NEVER_NOBODY,
                            "This would leave nobody able to administer Nembar: keep at least one"
                                    + " active person who may give every role and set to everybody.",
                            List.of(),
                            Set.of()));
        }
        for (AccessModel model : applications) {
            for (Area area : model.catalogue().areas()) {
                boolean somebody =
                        !area.guarded()
                                || model.seatsIn(area.stewards().orElseThrow(), at).stream()
                                        .mapToObj(model.seats().all()::get)
                                        .anyMatch(seat -> seat.person().active());
                if (!somebody) {
                    objections.add(
                            new Objection(
                                    Rule.NEVER_NOBODY,
                                    "This would leave "
                                            + area.name()
                                            + ", which is guarded, without an active steward.",
                                    List.of(),
                                    Set.of()));
                }
            }
        }
        return objections;
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

    private void noRaising(Person author, List<Objection> objections) {
        Set<Person> raised = new LinkedHashSet<>();
        impact.people().stream()
                .filter(one -> one.difference().gains())
                .forEach(one -> raised.add(one.seat().person()));
        if (raised.isEmpty()) {
            return;
        }
        Authority own = new Authority(nembar, author, at);
        List<Person> beyond = raised.stream().filter(one -> !own.onPerson("change", one)).toList();
        if (!beyond.isEmpty()) {
            objections.add(
                    raising(
                            "It would add to the access of "
                                    + names(beyond)
                                    + ", whom the author may not change.",
                            beyond,
                            who -> beyond.stream().allMatch(one -> who.onPerson("change", one))));
        }
        for (Assignment assignment : newly()) {
            Element given = given(assignment);
            Predicate<Authority> may =
                    who -> who.gives(next.application().key(), given, assignment.bounds());
            if (!may.test(own)) {
                objections.add(
                        raising(
                                "It would give "
                                        + given.key()
                                        + ", or bounds for it, that are not the author's to give.",
                                List.of(),
                                may));
            }
        }
        for (Element element : widened()) {
            String operation =
                    element.kind() == ElementKind.PRIVILEGE_SET
                                    || element.kind() == ElementKind.ROLE
                            ? "give"
                            : "change";
            Predicate<Authority> may =
                    who -> who.onElement(operation, next.application().key(), element);
            if (!may.test(own)) {
                objections.add(
                        raising(
                                "It would open more through the "
                                        + element.kind().words()
                                        + " "
                                        + element.key()
                                        + ", which the author may not "
                                        + operation
                                        + ".",
                                List.of(),
                                may));
            }
        }
        if (raised.stream().anyMatch(one -> one.key().equals(author.key()))) {
            ownAccess(author, objections);
        }
    }

    /** What adds to the author's own access needs somebody else, as long as there is somebody. */
    private void ownAccess(Person author, List<Objection> objections) {
        List<Authority> all = Authority.givingEverything(everybody());
        boolean onlyOne =
                Authority.only(all).filter(one -> one.key().equals(author.key())).isPresent();
        if (!onlyOne) {
            objections.add(
                    new Objection(
                            Rule.NO_RAISING,
                            "It would add to the author's own access, which needs the approval of"
                                    + " somebody else.",
                            List.of(author.key()),
                            all.stream()
                                    .map(Authority::key)
                                    .filter(key -> !key.equals(author.key()))
                                    .collect(Collectors.toSet())));
        }
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
        return next.design().assignments().stream()
                .filter(one -> !now.design().assignments().contains(one))
                .toList();
    }

    private Element given(Assignment assignment) {
        Optional<? extends Element> given =
                assignment.gives() instanceof Assignment.Gives.OfRole of
                        ? next.design().role(of.role())
                        : next.design().set(((Assignment.Gives.OfSet) assignment.gives()).set());
        return given.orElseThrow();
    }

    /** Other elements whose change can open more: those put, and filters taken out. */
    private List<Element> widened() {
        List<Element> widened = new ArrayList<>();
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

    private void guardedAreas(Person author, List<Objection> objections) {
        Authority own = new Authority(nembar, author, at);
        for (Area area : now.catalogue().areas()) {
            if (area.guarded() && !own.stewards(now, area, at)) {
                guardedArea(area).ifPresent(objections::add);
            }
        }
    }

    private Optional<Objection> guardedArea(Area area) {
        boolean same =
                next.catalogue().area(area.key()).filter(area::equals).isPresent()
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
        Predicate<RecordSet> given = gained -> !moved || !gained.equals(RecordSet.NOTHING);
        for (Impact.OfPerson one : impact.people()) {
            boolean inside =
                    one.difference().operations().stream()
                                    .filter(of -> given.test(of.gained()))
                                    .anyMatch(of -> types.contains(of.type().key()))
                            || one.difference().fields().stream()
                                    .filter(of -> given.test(of.gained()))
                                    .anyMatch(of -> types.contains(of.type().key()));
            if (inside) {
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

    /** Whoever would become a steward, or cease to be one. */
    private List<Person> stewardsMoved(Area area) {
        Set<String> before = people(now, now.seatsIn(area.stewards().orElseThrow(), at));
        Set<String> after = people(next, next.seatsIn(area.stewards().orElseThrow(), at));
        return next.directory().people().stream()
                .filter(one -> before.contains(one.key()) != after.contains(one.key()))
                .toList();
    }

    private static Set<String> people(AccessModel model, BitSet seats) {
        return seats.stream()
                .mapToObj(model.seats().all()::get)
                .map(seat -> seat.person().key())
                .collect(Collectors.toSet());
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
