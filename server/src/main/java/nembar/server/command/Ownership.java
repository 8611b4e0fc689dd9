package nembar.server.command;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.server.history.Actor;
import nembar.server.http.Refused;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Origin;
import nembar.server.sources.Sources.Source;
import org.springframework.stereotype.Component;

/** What a source has the say of is changed by that source alone, whatever way a change comes. */
@Component
class Ownership {
    private final Sources sources;

    Ownership(Sources sources) {
        this.sources = sources;
    }

    /**
     * @throws Refused where something is changed that another has the say of
     */
    void require(Actor actor, Directory now, Edits edits) {
        if (edits.people().isEmpty() && edits.teams().isEmpty()) {
            return;
        }
        Map<String, Origin> people =
                sources.originsOf(
                        Sources.PERSON, edits.people().stream().map(Person::key).toList());
        Map<String, Origin> teams =
                sources.originsOf(Sources.TEAM, edits.teams().stream().map(Team::key).toList());
        Set<String> closed =
                edits.people().stream()
                        .filter(one -> one.status() == PersonStatus.CLOSED)
                        .map(Person::key)
                        .collect(Collectors.toSet());
        for (Person next : edits.people()) {
            Optional<Source> source = otherThan(actor, people.get(next.key()));
            if (source.isPresent()) {
                now.person(next.key()).ifPresent(was -> require(source.get(), was, next, closed));
            }
        }
        for (Team next : edits.teams()) {
            Optional<Source> source = otherThan(actor, teams.get(next.key()));
            source.ifPresent(
                    one ->
                            now.team(next.key())
                                    .filter(was -> !leaves(was, next, closed))
                                    .ifPresent(was -> refuse(one, "this team")));
        }
        for (String key : edits.goneTeams()) {
            sources.originOf(Sources.TEAM, key)
                    .flatMap(one -> otherThan(actor, one))
                    .ifPresent(one -> refuse(one, "this team"));
        }
    }

    private Optional<Source> otherThan(Actor actor, Origin origin) {
        return Optional.ofNullable(origin)
                .filter(one -> !(actor.source() && one.source().equals(actor.key())))
                .flatMap(one -> sources.find(one.source()));
    }

    private static void require(Source source, Person was, Person next, Set<String> closed) {
        for (String field : PersonChange.fields(was, next)) {
            boolean inherited =
                    field.equals("manager") && was.manager().filter(closed::contains).isPresent();
            if (source.owns().contains(field) && !inherited) {
                refuse(source, "this");
            }
        }
    }

    /** Whether nobody but somebody who is closed goes, and nothing else is different. */
    private static boolean leaves(Team was, Team next, Set<String> closed) {
        return was.equals(next)
                || was.name().equals(next.name())
                        && was.who().equals(next.who())
                        && was.members().containsAll(next.members())
                        && was.members().stream()
                                .filter(one -> !next.members().contains(one))
                                .allMatch(closed::contains);
    }

    private static void refuse(Source source, String what) {
        throw new Refused(
                source.name() + " has the say of " + what + ".",
                List.of(
                        "Change it there; it arrives here by itself. By hand it would be undone by"
                                + " the next run."));
    }
}
