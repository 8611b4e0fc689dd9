package nembar.server.catalogue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Application.State;
import nembar.core.catalogue.Catalogue;
import nembar.core.command.ChangeSet;
import nembar.core.command.ChangeSet.OfApplication;
import nembar.core.command.Need;
import nembar.core.design.Design;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.text.Words;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.connections.Connections;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.http.Overtaken;
import nembar.server.model.Models;
import nembar.server.records.RecordLookups;
import nembar.server.records.RecordSources;
import nembar.server.store.DraftStore;
import nembar.server.store.PlannedPublicationStore;
import org.springframework.stereotype.Service;

/** Pauses applications, lets them go on, and takes them away. */
@Service
class ApplicationStates {
    private static final String APPLICATION = "application";

    private final Models models;
    private final Gate gate;
    private final Governance governance;
    private final Connections connections;
    private final RecordSources sources;
    private final RecordLookups lookups;
    private final Proposals proposals;
    private final SchemaLooks looks;
    private final DraftStore drafts;
    private final PlannedPublicationStore plans;
    private final Acts acts;

    ApplicationStates(
            Models models,
            Gate gate,
            Governance governance,
            Connections connections,
            RecordSources sources,
            RecordLookups lookups,
            Proposals proposals,
            SchemaLooks looks,
            DraftStore drafts,
            PlannedPublicationStore plans,
            Acts acts) {
        this.models = models;
        this.gate = gate;
        this.governance = governance;
        this.connections = connections;
        this.sources = sources;
        this.lookups = lookups;
        this.proposals = proposals;
        this.looks = looks;
        this.drafts = drafts;
        this.plans = plans;
        this.acts = acts;
    }

    /** Whether anybody is to have access. */
    record StateWanted(@OneOf(words = {"open", "paused"}) String state) {}

    /**
     * Pauses an application, so that nobody has access, or lets it go on. What is designed stays.
     * Expectations that somebody can do something are put up with meanwhile.
     */
    void change(Person me, String application, StateWanted wanted) {
        State state =
                Words.find(State.values(), wanted.state() == null ? "" : wanted.state())
                        .filter(one -> one != State.ENDED)
                        .orElseThrow(() -> new BadRequest("state", "Say open or paused."));
        AccessModel model = requireMine(me, application);
        if (model.application().state() == state) {
            return;
        }
        boolean pauses = state == State.PAUSED;
        String done = (pauses ? "Pause " : "Go on with ") + model.application().name();
        gate.execute(
                Command.by(me, done)
                        .needing(Need.onApplication("change", application))
                        .overriding(pauses ? "It is paused." : "")
                        .changing(
                                now ->
                                        changed(
                                                application,
                                                now.find(application)
                                                        .orElseThrow()
                                                        .application()
                                                        .in(state),
                                                List.of()))
                        .within(
                                () ->
                                        acts.note(
                                                me.key(),
                                                APPLICATION,
                                                application,
                                                pauses ? "paused it" : "let it go on"))
                        .build());
    }

    /**
     * Takes an application away: all that is governed and designed, in one publication, its
     * connection, and its open drafts. Its history stays.
     *
     * @param typed its name, so that nobody takes the wrong one away
     */
    void takeAway(Person me, String application, String typed) {
        AccessModel seen = requireMine(me, application);
        String name = seen.application().name();
        if (!name.equals(typed)) {
            throw new BadRequest("name", "Type its name, " + name + ", to take it away.");
        }
        gate.execute(
                Command.by(me, "Take away " + name)
                        .needing(Need.onApplication("delete", application))
                        .changing(now -> ending(now.find(application).orElseThrow(), seen))
                        .within(() -> forget(application))
                        .within(() -> acts.note(me.key(), APPLICATION, application, "took it away"))
                        .build());
        sources.lookAfter();
        lookups.forget(application);
    }

    private ChangeSet ending(AccessModel now, AccessModel seen) {
        if (now.application().state() == State.ENDED) {
            throw new Overtaken("Somebody else has taken it away meanwhile.");
        }
        if (!now.application().name().equals(seen.application().name())) {
            throw new Overtaken("Somebody else has renamed it meanwhile. Look at it again.");
        }
        List<Change> changes = new ArrayList<>(Changes.between(now.design(), Design.empty()));
        changes.addAll(Changes.between(now.catalogue(), Catalogue.EMPTY));
        return changed(now.application().key(), now.application().in(State.ENDED), changes);
    }

    private static ChangeSet changed(String key, Application to, List<Change> changes) {
        return new ChangeSet(Edits.NONE, Map.of(key, new OfApplication(Optional.of(to), changes)));
    }

    private void forget(String application) {
        connections.remove(application);
        proposals.forget(application);
        looks.forget(application);
        drafts.discardAll(application).forEach(plans::unplan);
    }

    private AccessModel requireMine(Person me, String application) {
        AccessModel model = models.model(application);
        governance.requireOnApplication(me, "change", application);
        if (application.equals(Models.NEMBAR)) {
            throw new BadRequest(APPLICATION, "Nembar itself stays.");
        }
        return model;
    }
}
