package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;
import static nembar.server.people.PersonActs.keys;
import static nembar.server.people.PersonActs.said;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.command.ChangeSet;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.server.accounts.Terms;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Judgement;
import nembar.server.command.PersonChange;
import nembar.server.command.Preview;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.Texts;
import nembar.server.model.Models;
import nembar.server.people.PersonActs.Place;
import org.springframework.stereotype.Component;

/** Where people sit: their unit, manager, account and teams. */
@Component
class PlacingActs {
    private final Models models;
    private final Submissions submissions;
    private final Terms terms;
    private final Acts acts;

    PlacingActs(Models models, Submissions submissions, Terms terms, Acts acts) {
        this.models = models;
        this.submissions = submissions;
        this.terms = terms;
        this.acts = acts;
    }

    Preview place(Submission submission, List<Person> people, Place place) {
        if (place == null) {
            throw new BadRequest("place", "Say where they are to sit.");
        }
        Person me = submission.author();
        List<String> keys = keys(people);
        return submissions.submit(
                submission,
                Command.by(me, "Place " + said(people))
                        .changing(
                                now -> {
                                    Edits edits = placed(now.directory(), keys, place);
                                    terms.checkSeats(now.directory(), edits);
                                    return ChangeSet.of(edits);
                                })
                        .warning(terms.checkSeats(placed(models.directory(), keys, place)))
                        .within(judgement -> note(me, judgement)));
    }

    private static Edits placed(Directory directory, List<String> keys, Place place) {
        return Edits.ofPeople(
                keys.stream()
                        .flatMap(key -> directory.person(key).stream())
                        .map(one -> placed(directory, one, place))
                        .toList());
    }

    private void note(Person me, Judgement judgement) {
        Directory before = judgement.before().directory();
        for (Person next : judgement.changes().directory().people()) {
            String words =
                    new PersonChange(before.person(next.key()).orElseThrow(), next).done(before);
            if (!words.isEmpty()) {
                acts.note(me.key(), PERSON, next.key(), words);
            }
        }
    }

    private static Person placed(Directory directory, Person one, Place place) {
        Optional<String> unit = place.unit() == null ? one.unit() : given(place.unit());
        unit.filter(key -> directory.unit(key).isEmpty())
                .ifPresent(
                        key -> {
                            throw new BadRequest("unit", "There is no such unit.");
                        });
        Optional<String> manager = place.manager() == null ? one.manager() : given(place.manager());
        if (manager.filter(directory.personAndReports(one.key())::contains).isPresent()) {
            throw new BadRequest(
                    "manager",
                    directory.personNames().get(manager.get())
                            + " is below "
                            + one.name()
                            + " in the reporting line.");
        }
        List<String> accounts =
                place.account() == null
                        ? one.accounts()
                        : PersonEdits.accounts(directory, one.kind(), List.of(place.account()));
        return one.withAccounts(accounts)
                .withUnit(unit)
                .withManager(manager)
                .withZone(
                        place.timeZone() == null
                                ? one.zone()
                                : Texts.zone("timeZone", place.timeZone()));
    }

    private static Optional<String> given(String value) {
        return Optional.of(value).filter(text -> !text.isBlank());
    }

    Preview team(Submission submission, List<Person> people, String key) {
        Person me = submission.author();
        Team team =
                models.directory()
                        .team(key == null ? "" : key)
                        .orElseThrow(() -> new BadRequest("team", "There is no such team."));
        List<String> keys = keys(people);
        return submissions.submit(
                submission,
                Command.by(me, "Add " + said(people) + " to " + team.name())
                        .changing(
                                now -> {
                                    Team current = now.directory().team(team.key()).orElse(team);
                                    Set<String> members = new TreeSet<>(current.members());
                                    members.addAll(keys);
                                    return ChangeSet.of(
                                            Edits.ofTeams(
                                                    List.of(
                                                            current.withMembers(
                                                                    members, current.leads()))));
                                })
                        .within(
                                () -> {
                                    acts.noteAll(
                                            me.key(), PERSON, keys, "added them to " + team.name());
                                    acts.note(
                                            me.key(), "team", team.key(), "added " + said(people));
                                }));
    }
}
