package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;
import static nembar.server.people.PersonActs.keys;
import static nembar.server.people.PersonActs.said;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import nembar.core.design.Assignment;
import nembar.core.design.ElementKind;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.words.Telling;
import nembar.server.acts.Acts;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.model.Step;
import nembar.server.model.Steps;
import nembar.server.model.Steps.By;
import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;
import nembar.server.moves.Intent.Far;
import nembar.server.moves.Moves;
import nembar.server.moves.Moves.Move;
import nembar.server.people.PersonActs.ActOn;
import nembar.server.store.DraftStore;
import org.springframework.stereotype.Component;

/** Roles given to people and taken back: a draft and its publication in one act. */
@Component
class RoleActs {
    private final Models models;
    private final Moves moves;
    private final Steps steps;
    private final Giving giving;
    private final Governance governance;
    private final DraftStore drafts;
    private final Acts acts;

    RoleActs(
            Models models,
            Moves moves,
            Steps steps,
            Giving giving,
            Governance governance,
            DraftStore drafts,
            Acts acts) {
        this.models = models;
        this.moves = moves;
        this.steps = steps;
        this.giving = giving;
        this.governance = governance;
        this.drafts = drafts;
        this.acts = acts;
    }

    Consequence assign(Intent intent, List<Person> people, ActOn act) {
        if (act.given() == null) {
            throw new BadRequest("given", "Choose a role.");
        }
        Person me = intent.author();
        Role role = giving.role(act.given());
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
                                                + PeopleList.word(one.kind())
                                                + "; "
                                                + one.name()
                                                + " is "
                                                + PeopleList.word(one.kind())
                                                + ".")
                        .toList();
        return design(
                intent,
                act.given().application(),
                Move.of(
                                By.of(me, reason),
                                () ->
                                        Step.of(
                                                act.given().application(),
                                                giving.changes(act.given(), people, me)),
                                () ->
                                        acts.noteAll(
                                                me.key(),
                                                PERSON,
                                                keys(people),
                                                "gave them " + role.name()))
                        .warning(warnings),
                act);
    }

    Consequence unassign(Intent intent, List<Person> people, ActOn act) {
        String given = act.assignment() == null ? "" : act.assignment();
        int slash = given.indexOf('/');
        if (slash < 0 || people.size() != 1) {
            throw new BadRequest("assignment", "Name one assignment of one person.");
        }
        Person me = intent.author();
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
                new Telling(model, Standpoint.of(person, Instant.EPOCH)).assignment(assignment);
        String application = model.application().key();
        List<Change> changes = List.of(new Change.Remove(ElementKind.ASSIGNMENT, assignment.key()));
        return design(
                intent,
                application,
                Move.of(
                        By.of(me, "Take back from " + person.name() + ": " + what),
                        () -> Step.of(application, changes),
                        () -> acts.note(me.key(), PERSON, person.key(), "took back " + what)),
                act);
    }

    /** Publishes the changes; where that is not the author's to do, leaves them as a draft. */
    private Consequence design(Intent intent, String application, Move move, ActOn act) {
        Person me = intent.author();
        governance.requireOnDraft(me, "create", "new", application, me.key());
        boolean may = governance.mayOnDraft(me, "publish", application, me.key());
        List<String> told = new ArrayList<>(move.warnings());
        if (!may) {
            told.add("Publishing is not yours: it is left as a draft for somebody who may.");
        }
        if (intent.far() != Far.LOOK) {
            Step step = move.step().get();
            if (!may || Boolean.TRUE.equals(act.draft())) {
                drafts.create(
                        application,
                        move.by().reason(),
                        me.key(),
                        DocumentChanges.write(step.design().get(application)));
                return Consequence.done(told);
            }
            List<String> broken = moves.broken(steps.propose(step));
            if (!broken.isEmpty() && (act.override() == null || act.override().isBlank())) {
                throw new Refused("Expectations would be broken.", broken);
            }
        }
        return moves.move(move.warning(told), intent);
    }
}
