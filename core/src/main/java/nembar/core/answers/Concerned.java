package nembar.core.answers;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import nembar.core.design.AccountFilter;
import nembar.core.design.Assignment;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Element;
import nembar.core.design.FieldFilter;
import nembar.core.design.SharingRule;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;

/** Whom a publication concerns (docs/access-model.md, section 8). */
public final class Concerned {
    private Concerned() {}

    /**
     * Keys of those who gain or lose by it at once, and of all in the audiences of the elements
     * that it changes: also those for whom a beginning or an end is moved.
     *
     * @param before just before the changes
     * @param after just after them
     */
    public static Set<String> by(Moment before, Moment after, List<Change> changes) {
        Set<String> people = new TreeSet<>();
        Impact.of(before, after).people().forEach(one -> people.add(one.seat().person().key()));
        for (Change.Remove touched : Changes.touched(changes)) {
            Optional<Element> was = before.model().design().element(touched.kind(), touched.key());
            Optional<Element> is = after.model().design().element(touched.kind(), touched.key());
            if (!was.equals(is)) {
                was.ifPresent(one -> named(before, one, people));
                is.ifPresent(one -> named(after, one, people));
            }
        }
        return people;
    }

    private static void named(Moment moment, Element element, Set<String> people) {
        AccessModel model = moment.model();
        audience(element)
                .forEach(
                        audience -> {
                            BitSet seats = model.seatsIn(audience, moment.at());
                            seats.stream()
                                    .mapToObj(model.seats().all()::get)
                                    .forEach(seat -> people.add(seat.person().key()));
                        });
        if (element instanceof Delegation delegation) {
            people.add(delegation.principal());
            people.add(delegation.delegate());
        }
    }

    private static Stream<Audience> audience(Element element) {
        if (element instanceof Assignment one) {
            return Stream.of(one.audience());
        }
        if (element instanceof SharingRule one) {
            return Stream.of(one.audience());
        }
        if (element instanceof DirectShare one) {
            return Stream.of(one.audience());
        }
        if (element instanceof AccountFilter one) {
            return Stream.of(one.audience());
        }
        return element instanceof FieldFilter one ? Stream.of(one.audience()) : Stream.empty();
    }
}
