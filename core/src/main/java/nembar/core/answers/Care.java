package nembar.core.answers;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.DirectShare;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.SeatPool;
import nembar.core.design.SharingRule;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.text.Wording;
import nembar.core.text.Words;

/**
 * What is worth knowing of an element before it is kept (docs/access-model.md, section 9): nothing
 * of it keeps the element from standing.
 */
public final class Care {
    private static final int PERSONAS_LOOKED_AT = 200;

    private final Moment moment;
    private final AccessModel model;
    private final Counting counting;
    private final Predicate<Person> visible;
    private final List<String> told = new ArrayList<>();

    private Care(Moment moment, Counting counting, Predicate<Person> visible) {
        this.visible = visible;
        this.moment = moment;
        this.model = moment.model();
        this.counting = counting;
    }

    /**
     * Sentences, the most important first.
     *
     * @param moment with the element as it would be
     * @param visible who may be named
     */
    public static List<String> of(
            Moment moment, Element element, Counting counting, Predicate<Person> visible) {
        Care care = new Care(moment, counting, visible);
        if (element instanceof Assignment one) {
            care.assignment(one);
        } else if (element instanceof SharingRule one) {
            care.share(one, one.audience());
        } else if (element instanceof DirectShare one) {
            care.share(one, one.audience());
        } else if (element instanceof SeatPool one) {
            care.pool(one);
        }
        Meant.times(element).hours().filter(WeeklyHours::overlap).ifPresent(any -> care.overlap());
        new Meant(moment).idle(element).ifPresent(care.told::add);
        return care.told;
    }

    private void overlap() {
        told.add("Some of its hours of the week overlap; they count once.");
    }

    private void assignment(Assignment one) {
        if (one.gives() instanceof Assignment.Gives.OfRole of) {
            Role role = model.design().role(of.role()).orElseThrow();
            conflicts(one, role);
            meantFor(one, role);
        }
        bounds(one);
    }

    /** People who would hold, by whatever way, a role that nobody should beside this one. */
    private void conflicts(Assignment one, Role role) {
        for (Role other : model.design().roles()) {
            boolean against =
                    role.conflicts().contains(other.key())
                            || other.conflicts().contains(role.key());
            if (against && !other.key().equals(role.key())) {
                BitSet both = (BitSet) model.personasIn(one.audience(), moment.at()).clone();
                both.and(model.holdersOf(other.key(), moment.at()));
                Set<String> names = names(both);
                if (!names.isEmpty()) {
                    told.add(
                            Wording.some(List.copyOf(names))
                                    + (names.size() == 1 ? " holds " : " hold ")
                                    + other.name()
                                    + " as well, which nobody should beside "
                                    + role.name()
                                    + ".");
                }
            }
        }
    }

    private void meantFor(Assignment one, Role role) {
        Set<String> names =
                personas(one.audience())
                        .map(Persona::person)
                        .filter(person -> !role.meantFor().suits(person.kind()))
                        .map(this::named)
                        .collect(Collectors.toCollection(LinkedHashSet::new));
        if (!names.isEmpty()) {
            told.add(
                    role.name()
                            + " is meant for "
                            + Words.of(role.meantFor())
                            + "; "
                            + Wording.some(List.copyOf(names))
                            + (names.size() == 1 ? " is not." : " are not."));
        }
    }

    private Set<String> names(BitSet personas) {
        return personas.stream()
                .mapToObj(model.personas().all()::get)
                .map(persona -> named(persona.person()))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private String named(Person person) {
        return visible.test(person) ? person.name() : "somebody";
    }

    /** Kinds of record that cannot express the bounds, so that nothing of them is given. */
    private void bounds(Assignment one) {
        Set<RecordType> types = new LinkedHashSet<>();
        for (PrivilegeSet set : model.design().setsOf(one.gives())) {
            for (Privilege privilege : set.privileges()) {
                if (privilege instanceof Privilege.RecordPrivilege of) {
                    model.catalogue().recordType(of.recordType()).ifPresent(types::add);
                }
            }
        }
        List<String> left = new ArrayList<>();
        for (RecordType type : types) {
            if (!expresses(type, one.bounds())) {
                left.add(type.plural().toLowerCase(Locale.ROOT));
            }
        }
        if (!left.isEmpty()) {
            told.add(
                    "Within these bounds it gives nothing on "
                            + Wording.and(left)
                            + ", which say "
                            + (one.bounds().units().isPresent() ? "no unit" : "no account")
                            + (left.size() == types.size() ? ": nothing is left of it." : "."));
        }
    }

    private static boolean expresses(RecordType type, Bounds bounds) {
        boolean account = bounds.accounts().isEmpty() || type.places().account().isPresent();
        boolean unit =
                bounds.units().isEmpty()
                        || type.places().unit().isPresent()
                        || type.places().owner().isPresent();
        return account && unit;
    }

    private void share(Element share, Audience audience) {
        ShareReach reach = new ShareReach(moment, counting);
        personas(audience)
                .limit(PERSONAS_LOOKED_AT)
                .forEach(persona -> reach.add(persona, share::equals));
        if (reach.shares().isEmpty()) {
            return;
        }
        long opened = reach.opened(share);
        if (opened == 0) {
            told.add(
                    share instanceof DirectShare
                            ? "There is no such record today."
                            : "There is no record today that it opens.");
        } else if (opened > 0 && reach.left(share) == 0) {
            told.add("The filters of those it is for let none of it through.");
        }
    }

    private void pool(SeatPool pool) {
        int taken = new SeatUse(model).inUse(pool, moment.at());
        int seats = pool.seats(moment.at());
        if (taken > seats) {
            told.add(taken + " seats are taken today: more than the " + seats + " there would be.");
        }
    }

    private java.util.stream.Stream<Persona> personas(Audience audience) {
        return model.personasIn(audience, moment.at()).stream()
                .mapToObj(model.personas().all()::get)
                .filter(persona -> persona.person().active());
    }
}
