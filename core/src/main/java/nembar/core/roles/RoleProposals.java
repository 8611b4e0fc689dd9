package nembar.core.roles;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.answers.Moment;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.model.AccessModel;
import nembar.core.review.Peers;
import nembar.core.review.ReviewChanges;
import nembar.core.review.Right;
import nembar.core.roles.RoleProposal.Kind;
import nembar.core.text.Slug;
import nembar.core.text.Wording;
import nembar.core.use.RoleTrim;
import nembar.core.use.Use;
import nembar.core.words.Explanation;

/**
 * Proposes roles: what several are given one by one as one role; what nobody needs whole, cut; and
 * what somebody holds whose peers do not.
 */
public final class RoleProposals {
    private static final int NAME_AT_MOST = 80;

    private final Moment moment;
    private final AccessModel model;
    private final Design design;
    private final Use use;
    private final Explanation explanation;

    private RoleProposals(Moment moment, Use use) {
        this.moment = moment;
        this.model = moment.model();
        this.design = model.design();
        this.use = use;
        this.explanation = Explanation.ofDesign(model);
    }

    /**
     * All there are, those about most people first within a kind.
     *
     * @param atMost of each kind
     */
    public static List<RoleProposal> of(Moment moment, Use use, int atMost) {
        RoleProposals proposals = new RoleProposals(moment, use);
        List<RoleProposal> all = new ArrayList<>();
        for (List<RoleProposal> some :
                List.of(proposals.oneRole(), proposals.smaller(), proposals.alone())) {
            some.stream()
                    .sorted(
                            Comparator.comparing((RoleProposal one) -> one.people().size())
                                    .reversed())
                    .limit(atMost)
                    .forEach(all::add);
        }
        return all;
    }

    /** What is given in person, in the same bounds and times. */
    private record Bundle(Bounds bounds, Times times, Set<Assignment.Gives> gives) {}

    private List<RoleProposal> oneRole() {
        Map<String, Map<List<Object>, List<Assignment>>> own = new LinkedHashMap<>();
        for (Assignment one : design.assignments()) {
            if (model.inForce(one.times(), moment.at())) {
                onlyPerson(one)
                        .ifPresent(
                                person ->
                                        own.computeIfAbsent(
                                                        person.key(), any -> new LinkedHashMap<>())
                                                .computeIfAbsent(
                                                        List.of(one.bounds(), one.times()),
                                                        any -> new ArrayList<>())
                                                .add(one));
            }
        }
        Map<Bundle, Map<String, List<Assignment>>> alike = new LinkedHashMap<>();
        own.forEach(
                (person, bundles) ->
                        bundles.values()
                                .forEach(
                                        some -> {
                                            Set<Assignment.Gives> gives = new LinkedHashSet<>();
                                            some.forEach(one -> gives.add(one.gives()));
                                            if (gives.size() > 1) {
                                                Assignment first = some.get(0);
                                                alike.computeIfAbsent(
                                                                new Bundle(
                                                                        first.bounds(),
                                                                        first.times(),
                                                                        Set.copyOf(gives)),
                                                                any -> new LinkedHashMap<>())
                                                        .put(person, some);
                                            }
                                        }));
        List<RoleProposal> proposals = new ArrayList<>();
        alike.forEach(
                (bundle, people) -> {
                    if (people.size() > 1) {
                        proposals.add(together(bundle, people));
                    }
                });
        return proposals;
    }

    private Optional<Person> onlyPerson(Assignment one) {
        return one.audience()
                .onlyPerson()
                .flatMap(model.directory()::person)
                .filter(Person::active);
    }

    private RoleProposal together(Bundle bundle, Map<String, List<Assignment>> people) {
        List<String> names = new ArrayList<>(new TreeSet<>(named(bundle.gives())));
        Role role = roleOf(bundle, people, names);
        List<Change> changes = new ArrayList<>();
        if (design.role(role.key()).isEmpty()) {
            changes.add(Change.Put.of(role));
        }
        List<Audience.Part> parts = new ArrayList<>();
        people.keySet().forEach(key -> parts.add(new Audience.OnePerson(key)));
        Set<String> taken = new HashSet<>();
        design.assignments().forEach(one -> taken.add(one.key()));
        changes.add(
                Change.Put.of(
                        new Assignment(
                                Slug.of(role.name(), "assignment", taken::contains),
                                new Audience(parts, List.of()),
                                new Assignment.Gives.OfRole(role.key()),
                                bundle.bounds(),
                                bundle.times(),
                                "In place of " + Wording.and(names),
                                Optional.empty(),
                                Optional.empty())));
        people.values().forEach(some -> some.forEach(one -> changes.add(Change.Remove.of(one))));
        return new RoleProposal(
                Kind.ONE_ROLE,
                people(people.keySet())
                        + " are each given "
                        + Wording.and(names)
                        + (bundle.bounds().equals(Bounds.NONE) ? "" : ", within the same bounds")
                        + ": that could be one role.",
                List.copyOf(people.keySet()),
                changes);
    }

    /** A role that is made of all of it: one there is, or a new one. */
    private Role roleOf(Bundle bundle, Map<String, List<Assignment>> people, List<String> names) {
        Set<String> sets = new LinkedHashSet<>();
        Set<String> conflicts = new TreeSet<>();
        for (PrivilegeSet set : design.sets()) {
            if (bundle.gives().stream().anyMatch(one -> design.setsOf(one).contains(set))) {
                sets.add(set.key());
            }
        }
        for (Assignment.Gives one : bundle.gives()) {
            if (one instanceof Assignment.Gives.OfRole of) {
                conflicts.addAll(design.role(of.role()).orElseThrow().conflicts());
            }
        }
        Optional<Role> known =
                design.roles().stream()
                        .filter(one -> Set.copyOf(one.sets()).equals(sets))
                        .filter(one -> one.conflicts().containsAll(conflicts))
                        .findFirst();
        if (known.isPresent()) {
            return known.get();
        }
        String name = Wording.and(names);
        if (name.length() > NAME_AT_MOST) {
            name = name.substring(0, NAME_AT_MOST).strip();
        }
        return new Role(
                Slug.of(name, "role", key -> design.role(key).isPresent()),
                name,
                "",
                meantFor(people.keySet()),
                List.copyOf(sets),
                conflicts);
    }

    private Role.MeantFor meantFor(Set<String> people) {
        Set<Role.MeantFor> kinds = new HashSet<>();
        for (String key : people) {
            kinds.add(
                    Role.MeantFor.valueOf(
                            model.directory().person(key).orElseThrow().kind().name()));
        }
        return kinds.size() == 1 ? kinds.iterator().next() : Role.MeantFor.ANY;
    }

    private Set<String> named(Set<Assignment.Gives> gives) {
        Set<String> names = new TreeSet<>();
        for (Assignment.Gives one : gives) {
            names.add(
                    one instanceof Assignment.Gives.OfRole of
                            ? design.role(of.role()).orElseThrow().name()
                            : design.set(((Assignment.Gives.OfSet) one).set())
                                    .orElseThrow()
                                    .name());
        }
        return names;
    }

    private String people(Set<String> keys) {
        return Wording.some(keys.stream().map(model.directory()::personName).toList());
    }

    /** Roles of which some privileges were not used by anybody who holds them. */
    private List<RoleProposal> smaller() {
        LocalDate today = model.application().day(moment.at());
        if (!use.tells(today)) {
            return List.of();
        }
        List<RoleProposal> proposals = new ArrayList<>();
        for (Role role : design.roles()) {
            RoleTrim trim = RoleTrim.of(moment, role, use);
            if (trim.holders() > 0 && !trim.changes().isEmpty()) {
                int all =
                        role.sets().stream()
                                .mapToInt(key -> design.set(key).orElseThrow().privileges().size())
                                .sum();
                proposals.add(
                        new RoleProposal(
                                Kind.SMALLER_ROLE,
                                "Nobody needs the whole of "
                                        + role.name()
                                        + ": "
                                        + trim.unused().size()
                                        + " of its "
                                        + all
                                        + (trim.unused().size() == 1
                                                ? " privileges was not used for "
                                                : " privileges were not used for ")
                                        + Use.DAYS
                                        + " days by "
                                        + (trim.holders() == 1
                                                ? "the one who holds it."
                                                : "any of the " + trim.holders() + " who hold it."),
                                List.of(),
                                trim.changes()));
            }
        }
        return proposals;
    }

    private List<RoleProposal> alone() {
        Peers peers = new Peers(moment);
        ReviewChanges ending = new ReviewChanges(moment);
        List<RoleProposal> proposals = new ArrayList<>();
        for (Assignment one : design.assignments()) {
            Optional<Person> person =
                    onlyPerson(one).filter(any -> model.inForce(one.times(), moment.at()));
            if (person.isEmpty()) {
                continue;
            }
            Peers.Compared compared = peers.with(person.get(), one.gives());
            if (compared.alone()) {
                proposals.add(
                        new RoleProposal(
                                Kind.HELD_ALONE,
                                person.get().name()
                                        + " holds "
                                        + explanation.given(one)
                                        + ", and none of the "
                                        + compared.of()
                                        + " others in the same seat does.",
                                List.of(person.get().key()),
                                ending.of(
                                        Map.of(
                                                new Right(
                                                        person.get().key(), one.kind(), one.key()),
                                                ReviewChanges.Wanted.END))));
            }
        }
        return proposals;
    }
}
