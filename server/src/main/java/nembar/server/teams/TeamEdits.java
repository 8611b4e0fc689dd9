package nembar.server.teams;

import static nembar.server.teams.Teams.TEAM;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.condition.Polarity;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonNames;
import nembar.core.directory.Team;
import nembar.core.text.Slug;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Preview;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.store.ElementRef;
import org.springframework.stereotype.Service;

/** Sets teams up, renames and removes them. */
@Service
class TeamEdits {
    private final Teams teams;
    private final Models models;
    private final Submissions submissions;
    private final Governance governance;
    private final Acts acts;

    TeamEdits(
            Teams teams, Models models, Submissions submissions, Governance governance, Acts acts) {
        this.teams = teams;
        this.models = models;
        this.submissions = submissions;
        this.governance = governance;
        this.acts = acts;
    }

    /**
     * A team as somebody wants it.
     *
     * @param version the version whoever asks has seen; left out for a new one
     */
    record TeamEdit(Long version, String name, String who) {}

    String create(Person me, TeamEdit edit) {
        String name = name(edit);
        String key = Slug.of(name, TEAM, taken -> models.directory().team(taken).isPresent());
        Team team = new Team(key, name, Set.of(), Set.of(), who(edit));
        submissions.submit(
                Submission.execute(me),
                Command.by(me, "New team " + name)
                        .changing(now -> ChangeSet.of(Edits.ofTeams(List.of(team))))
                        .within(() -> acts.note(me.key(), TEAM, key, "set up " + name)));
        return key;
    }

    Preview change(Submission submission, String key, TeamEdit edit) {
        Person me = submission.author();
        Team now = teams.known(key);
        String name = name(edit);
        Optional<Condition> who = who(edit);
        String words =
                now.who().equals(who)
                        ? "renamed it from " + now.name()
                        : "set who is in it to "
                                + who.map(teams::words).orElse("those listed alone");
        return submissions.submit(
                submission,
                Command.by(me, "Change the team " + name)
                        .needing(Need.onPlace(TEAM, "change", key, now.name()))
                        .seen(new ElementRef(TEAM, key), edit.version())
                        .changing(
                                all -> {
                                    Team latest = Teams.known(all.directory(), key);
                                    return ChangeSet.of(
                                            Edits.ofTeams(
                                                    List.of(
                                                            new Team(
                                                                    key,
                                                                    name,
                                                                    latest.members(),
                                                                    latest.leads(),
                                                                    who))));
                                })
                        .within(() -> acts.note(me.key(), TEAM, key, words)));
    }

    Preview remove(Submission submission, String key) {
        Person me = submission.author();
        Team team = teams.known(key);
        return submissions.submit(
                submission,
                Command.by(me, "Remove the team " + team.name())
                        .changing(now -> ChangeSet.of(Edits.withoutTeam(key)))
                        .within(() -> acts.note(me.key(), TEAM, key, "removed " + team.name())));
    }

    private Condition condition(String text) {
        try {
            Condition condition = Condition.ofText(text);
            condition.check(PersonNames.ofTeams(models.directory()), Polarity.OPENS);
            return condition;
        } catch (ConditionRefused refused) {
            throw new BadRequest("who", refused.getMessage());
        }
    }

    private Optional<Condition> who(TeamEdit edit) {
        return Optional.ofNullable(edit.who()).filter(text -> !text.isBlank()).map(this::condition);
    }

    private static String name(TeamEdit edit) {
        if (edit.name() == null || edit.name().isBlank()) {
            throw new BadRequest("name", "Give the team a name.");
        }
        return edit.name().strip();
    }
}
