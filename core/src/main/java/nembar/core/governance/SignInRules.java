package nembar.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.answers.Gains;
import nembar.core.answers.Timeline;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.Privilege;
import nembar.core.directory.Person;
import nembar.core.draft.Changes;
import nembar.core.element.Element;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.text.Wording;

/**
 * What somebody may do as another, or to another's way in (docs/access-model.md, section 10): it is
 * given like all by which the other reaches anything.
 */
public final class SignInRules {
    private SignInRules() {}

    /**
     * No raising by impersonation: what is done to somebody's way in takes what giving them all
     * they hold would take, at every account of theirs and at every instant.
     *
     * @param applications the published models of all applications
     * @param people to whose way in something is done
     */
    public static List<Objection> of(
            AccessModel nembar,
            Collection<AccessModel> applications,
            Collection<Person> people,
            Author author,
            Set<String> approvers,
            Instant at) {
        List<Objection> objections = new ArrayList<>();
        Authority own = new Authority(nembar, author.acting(), at);
        Approvers all = new Approvers(nembar, at);
        List<Timeline> timelines =
                applications.stream().map(model -> new Timeline(model, at)).toList();
        for (Person person : people) {
            if (author.own().contains(person.key())) {
                continue;
            }
            List<Held> held = new ArrayList<>();
            timelines.forEach(one -> held.addAll(held(one, person, at)));
            List<Held> beyond = held.stream().filter(one -> !one.may().test(own)).toList();
            // What is guarded is for its stewards; the rest for whoever may give all of it.
            Map<Boolean, List<Held>> kinds =
                    beyond.stream().collect(Collectors.partitioningBy(Held::guarded));
            kinds.get(true).forEach(one -> objections.add(objection(all, person, List.of(one))));
            if (!kinds.get(false).isEmpty()) {
                objections.add(objection(all, person, kinds.get(false)));
            }
        }
        return Objection.standing(objections, approvers);
    }

    private static Objection objection(Approvers all, Person person, List<Held> beyond) {
        Set<String> approving =
                all.whoever(
                        who ->
                                !who.key().equals(person.key())
                                        && beyond.stream().allMatch(one -> one.may().test(who)));
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

    private static List<Held> held(Timeline timeline, Person person, Instant at) {
        AccessModel model = timeline.model();
        String application = model.application().key();
        List<Held> held = new ArrayList<>();
        for (Persona persona : model.personas().of(person.key())) {
            for (Assignment one : timeline.assignments(persona)) {
                Element given = model.design().given(one);
                held.add(
                        new Held(
                                Changes.name(given),
                                false,
                                who -> who.gives(application, given, one.bounds())));
            }
            timeline.shares(persona).forEach(one -> held.add(changed(application, one)));
        }
        for (Delegation one : timeline.delegationsTo(person.key())) {
            held.add(changed(application, one));
        }
        for (Area area : guarded(timeline, person, at)) {
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
        for (Persona persona : model.personas().of(person.key())) {
            boolean assigned =
                    timeline.assignments(persona).stream()
                            .filter(one -> speaksOf(model, one, types))
                            .allMatch(
                                    one ->
                                            own.gives(
                                                    application,
                                                    model.design().given(one),
                                                    one.bounds()));
            boolean shared =
                    timeline.shares(persona).stream()
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
        return applications.stream()
                .anyMatch(model -> !guarded(new Timeline(model, at), person, at).isEmpty());
    }

    private static List<Area> guarded(Timeline timeline, Person person, Instant at) {
        AccessModel model = timeline.model();
        List<Area> areas = model.catalogue().areas().stream().filter(Area::guarded).toList();
        if (areas.isEmpty()) {
            return areas;
        }
        Set<String> reached = Gains.reached(timeline, person.key());
        return areas.stream()
                .filter(
                        area ->
                                model.catalogue().typesIn(area).stream()
                                                .map(RecordType::key)
                                                .anyMatch(reached::contains)
                                        || Stewards.ever(timeline, area, at).contains(person.key()))
                .toList();
    }

    private static Held changed(String application, Element element) {
        return new Held(
                "the " + element.kind().words() + " " + Changes.name(element),
                false,
                who -> who.onElement("change", application, element));
    }
}
