package nembar.server.people;

import static nembar.server.people.PersonActs.PERSON;
import static nembar.server.people.PersonActs.keys;
import static nembar.server.people.PersonActs.said;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.server.acts.Acts;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.model.Models;
import nembar.server.model.Step;
import nembar.server.model.Steps.By;
import nembar.server.moves.Consequence;
import nembar.server.moves.Intent;
import nembar.server.moves.Moves;
import nembar.server.moves.Moves.Move;
import nembar.server.organisations.Terms;
import nembar.server.people.PersonActs.Place;
import org.springframework.stereotype.Component;

/** Where people sit: their unit, manager, organisation and teams. */
@Component
class PlacingActs {
    private final Models models;
    private final Moves moves;
    private final Terms terms;
    private final Governance governance;
    private final Acts acts;

    PlacingActs(Models models, Moves moves, Terms terms, Governance governance, Acts acts) {
        this.models = models;
        this.moves = moves;
        this.terms = terms;
        this.governance = governance;
        this.acts = acts;
    }

    Consequence place(Intent intent, List<Person> people, Place place) {
        if (place == null) {
            throw new BadRequest("place", "Say where they are to sit.");
        }
        Person me = intent.author();
        Directory directory = models.directory();
        List<Person> placed = new ArrayList<>();
        for (Person one : people) {
            governance.requireOnPerson(me, "change", one);
            Person next = placed(directory, one, place);
            governance.requireOnPerson(me, "change", next);
            placed.add(next);
        }
        Edits edits = Edits.ofPeople(placed);
        return moves.move(
                Move.of(
                                By.of(me, "Place " + said(people)),
                                () -> Step.of(edits),
                                () -> note(me, directory, people, placed))
                        .warning(terms.checkSeats(edits)),
                intent);
    }

    private void note(Person me, Directory directory, List<Person> before, List<Person> after) {
        for (int i = 0; i < before.size(); i++) {
            String words = new PersonChange(before.get(i), after.get(i)).done(directory);
            if (!words.isEmpty()) {
                acts.note(me.key(), PERSON, before.get(i).key(), words);
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
                place.organisation() == null
                        ? one.accounts()
                        : PersonEdits.accounts(
                                directory, one.kind(), List.of(place.organisation()));
        return one.withAccounts(accounts)
                .withUnit(unit)
                .withManager(manager)
                .withZone(
                        place.timeZone() == null ? one.zone() : PersonEdits.zone(place.timeZone()));
    }

    private static Optional<String> given(String value) {
        return Optional.of(value).filter(text -> !text.isBlank());
    }

    Consequence team(Intent intent, List<Person> people, String key) {
        Person me = intent.author();
        Team team =
                models.directory()
                        .team(key == null ? "" : key)
                        .orElseThrow(() -> new BadRequest("team", "There is no such team."));
        governance.requireOnPlace(me, "team", "change", team.key(), team.name());
        List<String> keys = keys(people);
        return moves.move(
                Move.of(
                        By.of(me, "Add " + said(people) + " to " + team.name()),
                        () -> {
                            Team now = models.directory().team(team.key()).orElse(team);
                            Set<String> members = new TreeSet<>(now.members());
                            members.addAll(keys);
                            return Step.of(
                                    Edits.ofTeams(List.of(now.withMembers(members, now.leads()))));
                        },
                        () -> {
                            acts.noteAll(me.key(), PERSON, keys, "added them to " + team.name());
                            acts.note(me.key(), "team", team.key(), "added " + said(people));
                        }),
                intent);
    }
}
