package nembar.core.command;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;

/**
 * The permissions that edits of the directory take (docs/access-model.md, section 10), whatever way
 * they come. Nothing is taken for what follows from closing somebody, for what people may say of
 * themselves, and for whom the leads of a team list.
 */
public final class Needs {
    private final Directory now;
    private final Edits edits;
    private final String actor;
    private final Set<Need> needs = new LinkedHashSet<>();
    private final Set<String> closing;

    private Needs(Directory now, Edits edits, String actor) {
        this.now = now;
        this.edits = edits;
        this.actor = actor;
        this.closing =
                edits.people().stream()
                        .filter(one -> one.status() == PersonStatus.CLOSED)
                        .filter(
                                one ->
                                        now.person(one.key())
                                                .filter(was -> was.status() != one.status())
                                                .isPresent())
                        .map(Person::key)
                        .collect(Collectors.toSet());
    }

    /**
     * @param actor key of the person who acts; empty text for a program
     */
    public static List<Need> of(Directory now, Edits edits, String actor) {
        Needs needs = new Needs(now, edits, actor);
        edits.people().forEach(needs::person);
        edits.teams().forEach(needs::team);
        edits.goneTeams().forEach(key -> needs.place("team", "delete", key, needs.teamName(key)));
        edits.units().forEach(needs::unit);
        edits.goneUnits().forEach(key -> needs.place("unit", "delete", key, now.unitName(key)));
        edits.accounts().forEach(needs::account);
        edits.goneAccounts()
                .forEach(key -> needs.place("account", "delete", key, now.accountName(key)));
        edits.attributes()
                .filter(some -> !some.equals(now.attributes()))
                .ifPresent(any -> needs.needs.add(Need.onApplication("change", "nembar")));
        return List.copyOf(needs.needs);
    }

    /** People to whose way in something is done: another address, kept out, or let in again. */
    public static List<Person> onSignIn(Directory now, Edits edits) {
        List<Person> people = new ArrayList<>();
        for (Person next : edits.people()) {
            now.person(next.key())
                    .filter(was -> readdressed(was, next) || turned(was, next))
                    .ifPresent(people::add);
        }
        return people;
    }

    public static boolean readdressed(Person was, Person is) {
        return !was.email().equalsIgnoreCase(is.email());
    }

    private static boolean turned(Person was, Person is) {
        return was.status() != is.status();
    }

    private void person(Person next) {
        Optional<Person> known = now.person(next.key());
        if (known.isEmpty()) {
            needs.add(Need.onPerson("create", next));
            if (next.status() == PersonStatus.INVITED) {
                needs.add(Need.onPerson("invite", next));
            }
            return;
        }
        Person was = known.get();
        boolean self = was.key().equals(actor);
        Person same = next.withStatus(was.status());
        boolean inherited =
                was.manager().filter(closing::contains).isPresent()
                        && same.withManager(was.manager()).equals(was);
        boolean own = self && same.equals(renamed(was, same));
        if (!same.equals(was) && !inherited && !own) {
            needs.add(Need.onPerson("change", was));
            needs.add(Need.onPerson("change", same));
        }
        if (turned(was, next)) {
            boolean accepts = self && was.status() == PersonStatus.INVITED && next.active();
            boolean invited = next.status() == PersonStatus.INVITED;
            if (!accepts) {
                needs.add(Need.onPerson(invited ? "invite" : "suspend", was));
            }
        }
    }

    /** The person with what people may say of themselves taken from another. */
    private static Person renamed(Person was, Person is) {
        return was.withName(is.givenName(), is.familyName()).withZone(is.zone());
    }

    private void team(Team next) {
        Optional<Team> known = now.team(next.key());
        if (known.isEmpty()) {
            place("team", "create", next.key(), next.name());
            return;
        }
        Team was = known.get();
        if (next.equals(was)) {
            return;
        }
        boolean onlyMembers = next.name().equals(was.name()) && next.who().equals(was.who());
        boolean led = onlyMembers && was.leads().contains(actor) && listed(was, next);
        if (!led && !(onlyMembers && left(was, next))) {
            place("team", "change", next.key(), was.name());
        }
    }

    /** Whether nobody but members who do not lead comes or goes. */
    private static boolean listed(Team was, Team next) {
        return next.leads().equals(was.leads());
    }

    /** Whether people go only since they are closed, and lead only in the place of one closed. */
    private boolean left(Team was, Team next) {
        Set<String> gone = new HashSet<>(was.members());
        gone.removeAll(next.members());
        Set<String> come = new HashSet<>(next.members());
        come.removeAll(was.members());
        boolean ledByClosed = was.leads().stream().anyMatch(closing::contains);
        Set<String> leading = new HashSet<>(next.leads());
        leading.removeAll(was.leads());
        if (!closing.containsAll(gone) || gone.isEmpty() || !(ledByClosed || leading.isEmpty())) {
            return false;
        }
        come.addAll(leading);
        come.forEach(
                key -> now.person(key).ifPresent(one -> needs.add(Need.onPerson("change", one))));
        return come.size() <= 1;
    }

    private void unit(Unit next) {
        Optional<Unit> was = now.unit(next.key());
        if (!was.equals(Optional.of(next))) {
            place("unit", was.isEmpty() ? "create" : "change", next.key(), next.name());
        }
    }

    private void account(Account next) {
        Optional<Account> was = now.account(next.key());
        if (!was.equals(Optional.of(next))) {
            place("account", was.isEmpty() ? "create" : "change", next.key(), next.name());
        }
    }

    private String teamName(String key) {
        return now.teamName(key);
    }

    private void place(String type, String operation, String key, String name) {
        needs.add(Need.onPlace(type, operation, key, name));
    }
}
