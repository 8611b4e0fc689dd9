package nembar.core.answers;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Stream;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Assignment;
import nembar.core.design.Assignment.Gives;
import nembar.core.design.Bounds;
import nembar.core.design.Role;
import nembar.core.design.Times;
import nembar.core.directory.Account;
import nembar.core.directory.Audience;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;

/**
 * Somebody who is not there yet, or who stands for a role, team, unit or account: the question is
 * what they would be able to do (docs/access-model.md, section 6). They are thought of, and nothing
 * is kept of them. Who is given a role or set and placed nowhere sits at the top of the company, so
 * that nobody who holds the same reaches further by where they sit.
 *
 * @param role key of the role that they are given, without bounds, besides what their place gives
 * @param set key of a privilege set that they are given so
 * @param unit key of the unit that they sit in
 * @param team key of the team that they are a member of
 * @param account key of the account that they act for as an external
 */
public record Newcomer(
        Optional<String> role,
        Optional<String> set,
        Optional<String> unit,
        Optional<String> team,
        Optional<String> account) {
    private static final String KEY = "somebody-new";

    /** Whether anything is said of them. */
    public boolean some() {
        return Stream.of(role, set, unit, team, account).anyMatch(Optional::isPresent);
    }

    /** What they would have; {@code model} and all it refers to must know what is named. */
    public PersonAccess access(AccessModel model, Instant at) {
        Person person = person(model);
        Edits edits = Edits.ofPeople(List.of(person));
        if (team.isPresent()) {
            Team joined = model.directory().team(team.get()).orElseThrow();
            Set<String> members = new TreeSet<>(joined.members());
            members.add(person.key());
            edits = edits.withTeams(List.of(joined.withMembers(members, joined.leads())));
        }
        AccessModel with = model.withDirectory(model.directory().with(edits));
        List<Change> given =
                Stream.concat(
                                role.<Gives>map(Gives.OfRole::new).stream(),
                                set.<Gives>map(Gives.OfSet::new).stream())
                        .map(one -> assignment(model, person, one))
                        .toList();
        if (!given.isEmpty()) {
            with = with.withDesign(Changes.apply(with.design(), given));
        }
        return new PersonAccess(
                with, new Standpoint(person, account.or(() -> own(model)), at, true));
    }

    private Change assignment(AccessModel model, Person person, Gives gives) {
        return Change.Put.of(
                new Assignment(
                        free(
                                (gives instanceof Gives.OfRole ? "role" : "set") + "-to-" + KEY,
                                key ->
                                        model.design().assignments().stream()
                                                .anyMatch(one -> one.key().equals(key))),
                        Audience.anyOf(new Audience.OnePerson(person.key())),
                        gives,
                        Bounds.NONE,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    private Person person(AccessModel model) {
        String key = free(KEY, one -> model.directory().person(one).isPresent());
        return new Person(
                key,
                kind(model),
                key + "@nobody.invalid",
                "Somebody",
                "new",
                account.or(() -> own(model)).stream().toList(),
                unit.or(() -> given() && account.isEmpty() ? top(model) : Optional.empty()),
                Optional.empty(),
                ZoneOffset.UTC,
                PersonStatus.ACTIVE);
    }

    private boolean given() {
        return role.isPresent() || set.isPresent();
    }

    private PersonKind kind(AccessModel model) {
        if (account.isPresent()) {
            return PersonKind.EXTERNAL;
        }
        boolean program =
                role.flatMap(model.design()::role)
                        .map(Role::meantFor)
                        .equals(Optional.of(Role.MeantFor.SERVICE));
        return program ? PersonKind.SERVICE : PersonKind.STAFF;
    }

    /** The company itself. */
    private static Optional<String> own(AccessModel model) {
        return model.directory().ownAccount().map(Account::key);
    }

    private static Optional<String> top(AccessModel model) {
        return model.directory().units().stream()
                .filter(one -> one.parent().isEmpty())
                .map(Unit::key)
                .findFirst();
    }

    private static String free(String wanted, Function<String, Boolean> taken) {
        String key = wanted;
        for (int i = 2; taken.apply(key); i++) {
            key = wanted + "-" + i;
        }
        return key;
    }
}
