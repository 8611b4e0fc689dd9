package nembar.server.catalogue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.command.ChangeSet;
import nembar.core.command.ChangeSet.OfApplication;
import nembar.core.command.Need;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.text.Slug;
import nembar.server.catalogue.ConnectionShapes.ConnectionGiven;
import nembar.server.catalogue.ConnectionShapes.ConnectionShown;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.connections.Connections;
import nembar.server.connections.DatabaseConnection;
import nembar.server.connections.Trial;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Texts;
import nembar.server.model.Models;
import nembar.server.records.RecordSources;
import org.springframework.stereotype.Service;

/** Adds applications, and keeps how their databases are reached. */
@Service
class ApplicationSetup {
    private static final String APPLICATION = "application";
    private static final String NEW = "new";

    private final Models models;
    private final Gate gate;
    private final Governance governance;
    private final Connections connections;
    private final RecordSources sources;
    private final Trial trial;
    private final Acts acts;

    ApplicationSetup(
            Models models,
            Gate gate,
            Governance governance,
            Connections connections,
            RecordSources sources,
            Trial trial,
            Acts acts) {
        this.models = models;
        this.gate = gate;
        this.governance = governance;
        this.connections = connections;
        this.sources = sources;
        this.trial = trial;
        this.acts = acts;
    }

    /**
     * An application to be added.
     *
     * @param zone its time zone, as "Europe/Copenhagen"
     */
    record NewApplication(String name, String zone, ConnectionGiven connection) {}

    /** An application that has been added, by its key. */
    record AddedApplication(String application) {}

    /** Whether they may add applications at all. */
    boolean mayAdd(Person me) {
        return governance.mayOnPlace(me, APPLICATION, "create", NEW);
    }

    AddedApplication add(Person author, NewApplication given) {
        governance.requireOnApplication(author, "create", NEW);
        String name = Texts.name("name", given.name(), true);
        DatabaseConnection connection = ConnectionShapes.read(given.connection(), Optional.empty());
        List<String> keys = models.all().stream().map(one -> one.application().key()).toList();
        if (models.all().stream()
                .anyMatch(one -> one.application().name().equalsIgnoreCase(name))) {
            throw new BadRequest("name", "There is an application of this name already.");
        }
        String key = Slug.of(name, APPLICATION, keys::contains);
        Application application = new Application(key, name, Texts.zone("zone", given.zone()));
        gate.execute(
                Command.by(author, "Add " + name)
                        .needing(Need.onApplication("create", key))
                        .changing(
                                now ->
                                        new ChangeSet(
                                                Edits.NONE,
                                                Map.of(
                                                        key,
                                                        new OfApplication(
                                                                Optional.of(application),
                                                                Optional.of(Catalogue.EMPTY),
                                                                List.of()))))
                        .within(
                                () -> {
                                    connections.put(key, connection, Optional.empty());
                                    acts.note(author.key(), APPLICATION, key, "added it");
                                })
                        .build());
        sources.lookAfter();
        return new AddedApplication(key);
    }

    /** How the application's database is reached, where that is set here. */
    ConnectionShown connection(Person me, String application) {
        models.model(application);
        governance.requireOnApplication(me, "change", application);
        return ConnectionShapes.shown(known(application));
    }

    ConnectionShown change(Person me, String application, ConnectionGiven given, long version) {
        models.model(application);
        governance.requireOnApplication(me, "change", application);
        DatabaseConnection connection =
                ConnectionShapes.read(given, Optional.of(known(application).connection()));
        gate.execute(
                Command.by(me, "Change how the database is reached")
                        .needing(Need.onApplication("change", application))
                        .within(
                                () -> {
                                    connections.put(application, connection, Optional.of(version));
                                    acts.note(
                                            me.key(),
                                            APPLICATION,
                                            application,
                                            "changed how its database is reached");
                                })
                        .build());
        sources.lookAfter();
        return ConnectionShapes.shown(known(application));
    }

    /**
     * Tries a connection.
     *
     * @param application whose password stays where none is given; empty for a new one
     */
    Trial.TrialOutcome tried(Person me, Optional<String> application, ConnectionGiven given) {
        governance.requireOnApplication(
                me, application.isPresent() ? "change" : "create", application.orElse(NEW));
        return trial.of(
                ConnectionShapes.read(
                        given,
                        application.flatMap(connections::find).map(Connections.Known::connection)));
    }

    Connections.Known known(String application) {
        return connections
                .find(application)
                .orElseThrow(
                        () ->
                                new NotFound(
                                        "connection",
                                        "How the database of this application is reached is set"
                                                + " where Nembar is started, not here."));
    }
}
