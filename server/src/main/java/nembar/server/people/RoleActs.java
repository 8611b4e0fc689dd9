package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;
import static nembar.server.people.PersonActs.keys;
import static nembar.server.people.PersonActs.said;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.command.Snapshot;
import nembar.core.design.Assignment;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.text.Words;
import nembar.core.words.Explanation;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Preview;
import nembar.server.document.DocumentChanges;
import nembar.server.drafts.DraftEdits;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.people.PersonActs.ActOn;
import org.springframework.stereotype.Component;

/** Roles given to people and taken back: a draft and its publication in one act. */
@Component
class RoleActs {
    private static final String LEFT =
            "Publishing is not yours: it is left as a draft for somebody who may.";

    private final Models models;
    private final Submissions submissions;
    private final RoleGrants roleGrants;
    private final Governance governance;
    private final DraftEdits drafts;
    private final Acts acts;

    RoleActs(
            Models models,
            Submissions submissions,
            RoleGrants roleGrants,
            Governance governance,
            DraftEdits drafts,
            Acts acts) {
        this.models = models;
        this.submissions = submissions;
        this.roleGrants = roleGrants;
        this.governance = governance;
        this.drafts = drafts;
        this.acts = acts;
    }

    Preview assign(Submission submission, List<Person> people, ActOn act) {
        if (act.given() == null) {
            throw new BadRequest("given", "Choose a role.");
        }
        Person me = submission.author();
        Role role = roleGrants.role(act.given());
        String reason =
                act.given().reason() == null || act.given().reason().isBlank()
                        ? "Give " + role.name() + " to " + said(people)
                        : act.given().reason().strip();
        List<String> warnings =
                people.stream()
                        .filter(one -> !role.meantFor().suits(one.kind()))
                        .map(
                                one ->
                                        role.name()
                                                + " is not meant for "
                                                + Words.of(one.kind())
                                                + "; "
                                                + one.name()
                                                + " is "
                                                + Words.of(one.kind())
                                                + ".")
                        .toList();
        return design(
                submission,
                act.given().application(),
                Command.by(me, reason)
                        .warning(warnings)
                        .within(
                                () ->
                                        acts.noteAll(
                                                me.key(),
                                                PERSON,
                                                keys(people),
                                                "gave them " + role.name())),
                now -> roleGrants.changes(now, act.given(), people, me),
                reason,
                act);
    }

    Preview unassign(Submission submission, List<Person> people, ActOn act) {
        String given = act.assignment() == null ? "" : act.assignment();
        int slash = given.indexOf('/');
        if (slash < 0 || people.size() != 1) {
            throw new BadRequest("assignment", "Name one assignment of one person.");
        }
        Person me = submission.author();
        Person person = people.get(0);
        AccessModel model = models.model(given.substring(0, slash));
        Assignment assignment =
                model.design().assignments().stream()
                        .filter(one -> one.key().equals(given.substring(slash + 1)))
                        .filter(one -> PersonSheets.mine(one, person))
                        .findFirst()
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "assignment",
                                                "This was not given to "
                                                        + person.name()
                                                        + " alone; change it in the design."));
        String what =
                new Explanation(model, Standpoint.of(person, Instant.EPOCH)).assignment(assignment);
        String application = model.application().key();
        List<Change> changes = List.of(new Change.Remove(ElementKind.ASSIGNMENT, assignment.key()));
        String reason = "Take back from " + person.name() + ": " + what;
        return design(
                submission,
                application,
                Command.by(me, reason)
                        .within(
                                () ->
                                        acts.note(
                                                me.key(),
                                                PERSON,
                                                person.key(),
                                                "took back " + what)),
                now -> changes,
                reason,
                act);
    }

    /** Publishes the changes; where that is not the author's to do, leaves them as a draft. */
    private Preview design(
            Submission submission,
            String application,
            Command.Builder command,
            Function<Snapshot, List<Change>> changes,
            String reason,
            ActOn act) {
        Person me = submission.author();
        governance.requireOnDraft(me, "create", "new", application, me.key());
        boolean may = governance.mayOnDraft(me, "publish", application, me.key());
        if (!submission.previews() && (!may || Boolean.TRUE.equals(act.draft()))) {
            drafts.edit(
                    me,
                    application,
                    Optional.empty(),
                    DocumentChanges.write(changes.apply(models.current().snapshot())));
            return Preview.done(may ? List.of() : List.of(LEFT));
        }
        return submissions.submit(
                submission,
                command.warning(may ? List.of() : List.of(LEFT))
                        .needing(
                                may
                                        ? List.of(
                                                Need.onDraft(
                                                        "publish", "new", application, me.key()))
                                        : List.of())
                        .overriding(act.override())
                        .changing(now -> ChangeSet.of(application, changes.apply(now))));
    }
}
