package nembar.server.provisioning;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.command.ChangeSet;
import nembar.core.command.Needs;
import nembar.core.command.Snapshot;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.server.accounts.Terms;
import nembar.server.approval.Approvals;
import nembar.server.approval.Repeatable;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Objected;
import nembar.server.command.Objections;
import nembar.server.command.Preview;
import nembar.server.command.Previews;
import nembar.server.document.DesignDocument.DirectoryPart;
import nembar.server.document.DocumentReader;
import nembar.server.document.DocumentWriter;
import nembar.server.governance.PeoplePermissions;
import nembar.server.history.Actor;
import nembar.server.history.Acts;
import nembar.server.http.Refused;
import nembar.server.invitations.AddressChanges;
import nembar.server.invitations.EntryLinks;
import nembar.server.model.Models;
import nembar.server.session.Sessions;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Source;
import nembar.server.store.ElementRef;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Takes what sources change, in the name of the source. */
@Service
public class Provisioning {
    private final Models models;
    private final Gate gate;
    private final Previews previews;
    private final Objections objections;
    private final Approvals approvals;
    private final Sources sources;
    private final PeoplePermissions peoplePermissions;
    private final Terms terms;
    private final EntryLinks links;
    private final AddressChanges addresses;
    private final Sessions sessions;
    private final Acts acts;

    Provisioning(
            Models models,
            Gate gate,
            Previews previews,
            Objections objections,
            Approvals approvals,
            Sources sources,
            PeoplePermissions peoplePermissions,
            Terms terms,
            EntryLinks links,
            AddressChanges addresses,
            Sessions sessions,
            Acts acts) {
        this.models = models;
        this.gate = gate;
        this.previews = previews;
        this.objections = objections;
        this.approvals = approvals;
        this.sources = sources;
        this.peoplePermissions = peoplePermissions;
        this.terms = terms;
        this.links = links;
        this.addresses = addresses;
        this.sessions = sessions;
        this.acts = acts;
    }

    /** What waits for somebody's approval, and is not done yet. */
    public static final class Pending extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Pending(String message) {
            super(message);
        }
    }

    /** What can be done again later: a source's change, word for word. */
    record Again(String source, String by, Sourced what) {}

    /**
     * The source as one who acts: within the permissions that its keeper has now.
     *
     * @param by key of whoever made its token, or runs it
     * @throws Refused where the keeper, or who made the token, may keep no sources any more
     */
    public Actor actor(Source source, String by) {
        Person keeper = keeping(source, source.keeper());
        Set<String> own = new HashSet<>(Set.of(keeper.key()));
        own.add(keeping(source, by).key());
        return new Actor(
                Actor.Kind.SOURCE, source.id(), source.name(), keeper, own, source.rights());
    }

    private Person keeping(Source source, String key) {
        return models.directory()
                .person(key)
                .filter(Person::active)
                .filter(peoplePermissions::sources)
                .orElseThrow(
                        () ->
                                new Refused(
                                        source.name() + " has nobody any more who keeps it.",
                                        List.of(
                                                models.directory().personName(key)
                                                        + " is not active any more, or may not keep"
                                                        + " sources. Somebody who may has to take"
                                                        + " the source over and make a new"
                                                        + " token.")));
    }

    /** What it would change. */
    public Preview preview(Actor actor, Source source, List<Sourced> what) {
        return previews.of(command(actor, source, what).build());
    }

    /**
     * Takes changes, all or none.
     *
     * @throws Pending where somebody has to approve them first: they have been asked
     * @throws Refused where they may not be made
     */
    public void take(Actor actor, Source source, String by, List<Sourced> what) {
        Command command = command(actor, source, what).build();
        try {
            gate.execute(command);
        } catch (Objected against) {
            Set<String> asked = objections.approvers(against.objections());
            if (what.size() > 1 || asked.isEmpty()) {
                throw against;
            }
            ask(actor, source, by, what.get(0), command, asked);
        }
        ended(what);
    }

    private void ask(
            Actor actor,
            Source source,
            String by,
            Sourced what,
            Command command,
            Set<String> asked) {
        RequestedAct act =
                new RequestedAct(
                        "sourced",
                        what.key(),
                        new Again(source.id(), by, what),
                        what.kind(),
                        List.of(what.key()));
        approvals.ask(
                actor.acting(),
                act,
                command.reason(),
                "Sent by the source " + source.name() + ".",
                asked);
        throw new Pending(
                "It waits for approval, and is not done yet. Asked: "
                        + String.join(
                                ", ",
                                objections.named(asked).stream().map(one -> one.name()).toList())
                        + ".");
    }

    private void ended(List<Sourced> what) {
        what.stream()
                .filter(one -> one.person() != null && !one.person().status().equals("active"))
                .forEach(one -> sessions.endAll(one.key()));
    }

    private Command.Builder command(Actor actor, Source source, List<Sourced> what) {
        Edits looked = edits(models.directory(), what);
        String words =
                what.size() == 1
                        ? source.name() + ": " + name(what.get(0)) + ", " + what.get(0).words()
                        : source.name() + ": " + what.size() + " changes";
        Command.Builder command =
                Command.by(actor, words)
                        .changing(now -> changes(now, what))
                        .warning(terms.checkSeats(looked));
        for (Sourced one : what) {
            command.seen(new ElementRef(one.kind(), one.key()), one.version());
        }
        // The sets of those whose address waits are worked out before anything is written.
        Directory before = models.directory();
        return command.within(() -> what.forEach(one -> note(actor, source, before, one)));
    }

    private static String name(Sourced one) {
        if (one.person() != null) {
            return (one.person().givenName() + " " + one.person().familyName()).strip();
        }
        return one.team() != null ? one.team().name() : one.gone();
    }

    private ChangeSet changes(Snapshot now, List<Sourced> what) {
        Edits edits = edits(now.directory(), what);
        terms.checkSeats(now.directory(), edits);
        return ChangeSet.of(edits);
    }

    private Edits edits(Directory now, List<Sourced> what) {
        List<Person> people = new ArrayList<>();
        List<Team> teams = new ArrayList<>();
        Set<String> gone = new HashSet<>();
        for (Sourced one : what) {
            if (one.person() != null) {
                people.add(kept(now, person(now, one)));
            } else if (one.team() != null) {
                teams.add(
                        read(now, new DirectoryPart(null, null, null, List.of(one.team()), null))
                                .teams()
                                .get(0));
            } else {
                gone.add(one.gone());
            }
        }
        Edits edits = Edits.ofPeople(people).withTeams(teams);
        for (String team : gone) {
            edits = edits.and(Edits.withoutTeam(team));
        }
        return edits;
    }

    private static Person person(Directory now, Sourced one) {
        return read(now, new DirectoryPart(null, null, null, null, List.of(one.person())))
                .people()
                .get(0);
    }

    private static Directory read(Directory now, DirectoryPart part) {
        return DocumentReader.directory(
                new DirectoryPart(
                        now.attributes().stream().map(DocumentWriter::attribute).toList(),
                        null,
                        null,
                        part.teams(),
                        part.people()));
    }

    /** The person, at the old address for now where another one has to wait. */
    private Person kept(Directory now, Person next) {
        return readdressed(now, next)
                .filter(addresses::waits)
                .map(was -> next.withEmail(was.email()))
                .orElse(next);
    }

    private static Optional<Person> readdressed(Directory now, Person next) {
        return now.person(next.key()).filter(was -> Needs.readdressed(was, next));
    }

    private void note(Actor actor, Source source, Directory before, Sourced one) {
        Optional<String> externalId = Optional.ofNullable(one.externalId());
        if (one.mark()) {
            sources.mark(one.kind(), one.key(), source.id(), externalId);
        } else if (one.gone() != null) {
            sources.unmark(Sources.TEAM, one.gone());
        }
        acts.note(actor, one.kind(), one.key(), one.words());
        if (one.person() == null) {
            return;
        }
        Person next = person(before, one);
        readdressed(before, next)
                .ifPresent(
                        was ->
                                addresses.changed(
                                        actor.acting(),
                                        was,
                                        next.email(),
                                        addresses.waits(was),
                                        Set.of()));
        if (one.invite()) {
            links.invite(actor.acting(), next, "", false);
        }
        if (next.status() == PersonStatus.CLOSED) {
            links.withdraw(next);
        }
    }

    /** What sources change can wait for somebody's approval. */
    @Configuration(proxyBeanMethods = false)
    static class RepeatableSourced {
        @Bean
        Repeatable<Again> sourcedAgain(
                Provisioning provisioning, Sources sources, Submissions submissions) {
            return new Repeatable<>(
                    "sourced",
                    Again.class,
                    (submission, key, again) -> {
                        Source source = sources.known(again.source());
                        Actor actor = provisioning.actor(source, again.by());
                        Preview done =
                                submissions.submit(
                                        submission,
                                        provisioning.command(actor, source, List.of(again.what())));
                        if (submission.executes()) {
                            provisioning.ended(List.of(again.what()));
                        }
                        return done;
                    });
        }
    }
}
