package nembar.server.catalogue;

import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Application;
import nembar.core.command.ChangeSet;
import nembar.core.command.ChangeSet.OfApplication;
import nembar.core.command.Need;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.text.Slug;
import nembar.core.text.Words;
import nembar.server.catalogue.ConnectionShapes.ConnectionGiven;
import nembar.server.catalogue.ConnectionShapes.ConnectionShown;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.connections.Connections;
import nembar.server.connections.DatabaseConnection;
import nembar.server.connections.Trial;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.document.DocumentWriter;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.http.Overtaken;
import nembar.server.http.Texts;
import nembar.server.model.Models;
import nembar.server.records.RecordLookups;
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
    private final RecordLookups lookups;
    private final Trial trial;
    private final SchemaLooks looks;
    private final Acts acts;

    ApplicationSetup(
            Models models,
            Gate gate,
            Governance governance,
            Connections connections,
            RecordSources sources,
            RecordLookups lookups,
            Trial trial,
            SchemaLooks looks,
            Acts acts) {
        this.models = models;
        this.gate = gate;
        this.governance = governance;
        this.connections = connections;
        this.sources = sources;
        this.lookups = lookups;
        this.trial = trial;
        this.looks = looks;
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

    /**
     * An application in the list of all.
     *
     * @param recordTypes how many are governed
     * @param connected whether its database is set here, and not where Nembar is started
     * @param state whether anybody has access; one that was taken away has only its history left
     * @param lookedAt when its database was last looked at; left out where it never was
     * @param lookFailure why it could not be looked at the last time, for those who may change it
     * @param differences between its database and what is governed, as it was last seen
     * @param mayChange whether its tables and its connection are theirs to look at and change
     */
    record ApplicationLine(
            String key,
            String name,
            String zone,
            @OneOf(Application.State.class) String state,
            int recordTypes,
            boolean connected,
            Optional<String> lookedAt,
            Optional<String> lookFailure,
            int differences,
            boolean mayChange) {}

    /** All applications that may be seen; and whether another may be added. */
    record ApplicationList(List<ApplicationLine> applications, boolean mayAdd) {}

    /** All but Nembar itself, whose catalogue comes with the program, by name. */
    ApplicationList list(Person me) {
        Set<String> connected = connections.versions().keySet();
        Map<String, SchemaLooks.Look> seen = looks.all();
        return new ApplicationList(
                models.all().stream()
                        .filter(one -> !one.application().key().equals(Models.NEMBAR))
                        .filter(one -> governance.mayViewApplication(me, one.application().key()))
                        .map(
                                one ->
                                        line(
                                                me,
                                                one,
                                                connected,
                                                Optional.ofNullable(
                                                        seen.get(one.application().key()))))
                        .sorted(Comparator.comparing(ApplicationLine::name))
                        .toList(),
                governance.mayOnPlace(me, APPLICATION, "create", NEW));
    }

    private ApplicationLine line(
            Person me, AccessModel model, Set<String> connected, Optional<SchemaLooks.Look> look) {
        Application application = model.application();
        boolean mayChange = governance.mayOnPlace(me, APPLICATION, "change", application.key());
        return new ApplicationLine(
                application.key(),
                application.name(),
                application.zone().getId(),
                Words.of(application.state()),
                model.catalogue().recordTypes().size(),
                connected.contains(application.key()),
                look.map(one -> one.at().toString()),
                look.filter(any -> mayChange).flatMap(SchemaLooks.Look::failure),
                look.map(SchemaLooks.Look::differences).orElse(0),
                mayChange);
    }

    /** What is governed in an application. */
    CataloguePart catalogue(Person me, String application) {
        governance.requireOnApplication(me, "view", application);
        return DocumentWriter.catalogue(models.model(application).catalogue());
    }

    AddedApplication add(Person author, NewApplication given) {
        governance.requireOnApplication(author, "create", NEW);
        String name = freeName(given.name(), NEW);
        DatabaseConnection connection = ConnectionShapes.read(given.connection(), Optional.empty());
        List<String> keys = models.all().stream().map(one -> one.application().key()).toList();
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

    /**
     * What an application is to be called.
     *
     * @param zone its time zone, as "Europe/Copenhagen"
     * @param was the name and the zone that were seen, which it still has to have
     */
    record ApplicationNaming(String name, String zone, NamingSeen was) {}

    /** The name and the time zone that an application had. */
    record NamingSeen(String name, String zone) {}

    /**
     * Gives an application another name or time zone; its key stays.
     *
     * @throws Overtaken where somebody else has done so since
     */
    void rename(Person author, String application, ApplicationNaming given) {
        models.model(application);
        governance.requireOnApplication(author, "change", application);
        if (application.equals(Models.NEMBAR)) {
            throw new BadRequest("application", "Nembar itself stays Nembar.");
        }
        if (given.was() == null) {
            throw new BadRequest("was", "Say what it was called when you looked.");
        }
        String name = freeName(given.name(), application);
        ZoneId zone = Texts.zone("zone", given.zone());
        gate.execute(
                Command.by(author, "Rename " + given.was().name())
                        .needing(Need.onApplication("change", application))
                        .changing(
                                now -> {
                                    Application is =
                                            now.find(application).orElseThrow().application();
                                    boolean seen =
                                            is.name().equals(given.was().name())
                                                    && is.zone().getId().equals(given.was().zone());
                                    if (!seen) {
                                        throw new Overtaken(
                                                "Somebody else has renamed it meanwhile. Look at it"
                                                        + " again.");
                                    }
                                    return new ChangeSet(
                                            Edits.NONE,
                                            Map.of(
                                                    application,
                                                    new OfApplication(
                                                            Optional.of(is.called(name, zone)),
                                                            List.of())));
                                })
                        .within(
                                () ->
                                        acts.note(
                                                author.key(),
                                                APPLICATION,
                                                application,
                                                "renamed it from "
                                                        + given.was().name()
                                                        + " to "
                                                        + name))
                        .build());
    }

    /** A name that no other application has. */
    private String freeName(String given, String application) {
        String name = Texts.name("name", given, true);
        boolean taken =
                models.all().stream()
                        .map(AccessModel::application)
                        .filter(one -> !one.key().equals(application))
                        .filter(one -> one.state() != Application.State.ENDED)
                        .anyMatch(one -> one.name().equalsIgnoreCase(name));
        if (taken) {
            throw new BadRequest("name", "There is an application of this name already.");
        }
        return name;
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
        lookups.forget(application);
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
