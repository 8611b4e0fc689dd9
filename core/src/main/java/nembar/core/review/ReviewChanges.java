package nembar.core.review;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.text.Slug;

/**
 * What the answers of a review come to as changes of the design (docs/access-model.md, section 11):
 * what ends, ends for that person and for nobody else.
 */
public final class ReviewChanges {
    private final AccessModel model;
    private final Instant at;
    private final Set<String> taken = new HashSet<>();

    public ReviewChanges(Moment moment) {
        this.model = moment.model();
        this.at = moment.at();
        model.design().elements().forEach(one -> taken.add(one.key()));
    }

    /**
     * What is to become of a right.
     *
     * @param keeps whether it goes on otherwise; without, it ends
     * @param until until when it goes on; empty for as long as now
     * @param role what is given in its place, of an assignment; empty for the same
     */
    public record Wanted(boolean keeps, Optional<Instant> until, Optional<String> role) {
        public static final Wanted END = new Wanted(false, Optional.empty(), Optional.empty());

        /** That it goes on until then, or as another role, or both. */
        public static Wanted other(Optional<Instant> until, Optional<String> role) {
            return new Wanted(true, until, role);
        }
    }

    /** The changes of all that is wanted; rights that do not stand any more take none. */
    public List<Change> of(Map<Right, Wanted> answers) {
        Map<Change.Remove, Map<String, Wanted>> byElement = new LinkedHashMap<>();
        answers.forEach(
                (right, wanted) ->
                        byElement
                                .computeIfAbsent(
                                        new Change.Remove(right.kind(), right.element()),
                                        any -> new LinkedHashMap<>())
                                .put(right.person(), wanted));
        List<Change> changes = new ArrayList<>();
        byElement.forEach(
                (which, people) ->
                        model.element(which.kind(), which.key())
                                .ifPresent(one -> change(one, people, changes)));
        return changes;
    }

    private void change(Element element, Map<String, Wanted> people, List<Change> changes) {
        if (element instanceof Delegation delegation) {
            Wanted wanted = people.get(delegation.delegate());
            if (wanted != null) {
                changes.add(
                        wanted.keeps()
                                ? Change.Put.of(until(delegation, wanted.until()))
                                : Change.Remove.of(delegation));
            }
            return;
        }
        Audience audience = Rights.audience(element);
        Optional<Wanted> whole = audience.onlyPerson().map(people::get);
        if (whole.isPresent()) {
            changes.add(
                    whole.get().keeps()
                            ? Change.Put.of(other(element, element.key(), audience, whole.get()))
                            : Change.Remove.of(element));
            return;
        }
        Audience rest = without(audience, people.keySet());
        changes.add(
                rest.of().isEmpty()
                        ? Change.Remove.of(element)
                        : Change.Put.of(withAudience(element, rest)));
        people.forEach(
                (person, wanted) -> {
                    if (wanted.keeps()) {
                        String key =
                                Slug.of(
                                        person + " " + element.key(),
                                        element.kind().words(),
                                        taken::contains);
                        taken.add(key);
                        Audience them = Audience.anyOf(new Audience.OnePerson(person));
                        changes.add(Change.Put.of(other(element, key, them, wanted)));
                    }
                });
    }

    /** The audience without some people: not named any more, or an exception where that takes. */
    private Audience without(Audience audience, Set<String> people) {
        List<Audience.Part> of =
                audience.of().stream()
                        .filter(
                                one ->
                                        !(one instanceof Audience.OnePerson person
                                                && people.contains(person.person())))
                        .toList();
        Set<String> still =
                of.isEmpty() ? Set.of() : model.peopleIn(new Audience(of, audience.except()), at);
        Set<Audience.Part> except = new LinkedHashSet<>(audience.except());
        people.stream().filter(still::contains).map(Audience.OnePerson::new).forEach(except::add);
        return new Audience(of, List.copyOf(except));
    }

    private static Element withAudience(Element element, Audience audience) {
        if (element instanceof Assignment one) {
            return one.withAudience(audience);
        }
        return element instanceof SharingRule rule
                ? rule.withAudience(audience)
                : ((DirectShare) element).withAudience(audience);
    }

    /** The element under a key, for an audience, as it is wanted to go on. */
    private static Element other(Element element, String key, Audience audience, Wanted wanted) {
        if (element instanceof Assignment one) {
            return new Assignment(
                    key,
                    audience,
                    wanted.role()
                            .<Assignment.Gives>map(Assignment.Gives.OfRole::new)
                            .orElse(one.gives()),
                    one.bounds(),
                    until(one.times(), wanted.until()),
                    one.reason(),
                    one.givenBy(),
                    one.givenAt());
        }
        if (element instanceof SharingRule one) {
            return new SharingRule(
                    key,
                    one.name(),
                    one.recordType(),
                    one.condition(),
                    one.ownedBy(),
                    audience,
                    one.opening(),
                    until(one.times(), wanted.until()),
                    one.reason());
        }
        DirectShare one = (DirectShare) element;
        return new DirectShare(
                key,
                one.recordType(),
                one.record(),
                audience,
                one.opening(),
                wanted.until().isPresent() ? wanted.until() : one.until(),
                one.reason(),
                one.givenBy());
    }

    private static Delegation until(Delegation one, Optional<Instant> until) {
        return one.at(until(one.times(), until));
    }

    private static Times until(Times times, Optional<Instant> until) {
        return until.isPresent() ? new Times(times.from(), until, times.hours()) : times;
    }
}
