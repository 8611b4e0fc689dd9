package nembar.server.scim;

import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.ResourceConflictException;
import com.unboundid.scim2.common.exceptions.ResourceNotFoundException;
import com.unboundid.scim2.common.exceptions.ScimException;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKeys;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.server.document.DocumentWriter;
import nembar.server.history.Actor;
import nembar.server.model.Models;
import nembar.server.provisioning.Provisioning;
import nembar.server.provisioning.Sourced;
import nembar.server.sources.Sources;
import nembar.server.sources.Sources.Knock;
import nembar.server.sources.Sources.Origin;
import nembar.server.store.ElementRef;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Component;

/** People as SCIM users (RFC 7643, sections 4.1 and 4.3). Whoever is closed is gone here. */
@Component
class ScimUsers {
    static final String SCHEMA = "urn:ietf:params:scim:schemas:core:2.0:User";
    static final String ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User";

    private final Models models;
    private final ModelStore store;
    private final Sources sources;
    private final Provisioning provisioning;

    ScimUsers(Models models, ModelStore store, Sources sources, Provisioning provisioning) {
        this.models = models;
        this.store = store;
        this.sources = sources;
        this.provisioning = provisioning;
    }

    /** Everybody who is not closed. */
    List<Resource> all(String base) {
        Directory directory = models.directory();
        List<Person> people =
                directory.people().stream()
                        .filter(one -> one.status() != PersonStatus.CLOSED)
                        .toList();
        Set<String> keys = people.stream().map(Person::key).collect(Collectors.toSet());
        Map<String, Long> versions = store.versionsOf(Sources.PERSON, keys);
        Map<String, Origin> origins = sources.originsOf(Sources.PERSON, keys);
        return people.stream()
                .map(
                        one ->
                                ScimUserJson.resource(
                                        directory,
                                        one,
                                        versions.getOrDefault(one.key(), 0L),
                                        Optional.ofNullable(origins.get(one.key())),
                                        base))
                .toList();
    }

    Resource find(String id, String base) throws ScimException {
        long version = seen(id);
        Person person = known(id);
        return ScimUserJson.resource(
                models.directory(), person, version, sources.originOf(Sources.PERSON, id), base);
    }

    /** The version of somebody; what is read of them after it is that version or a later one. */
    private long seen(String id) {
        long version = store.versionOf(new ElementRef(Sources.PERSON, id));
        models.catchUp();
        return version;
    }

    private Person known(String id) throws ScimException {
        return models.directory()
                .person(id)
                .filter(one -> one.status() != PersonStatus.CLOSED)
                .orElseThrow(() -> new ResourceNotFoundException("There is no user " + id + "."));
    }

    /** Creates a user; one with the address of somebody closed brings them back. */
    String create(Knock source, ObjectNode json) throws ScimException {
        Optional<Person> known =
                ScimJson.text(json, "userName").flatMap(models.directory()::personByEmail);
        if (known.filter(one -> one.status() != PersonStatus.CLOSED).isPresent()) {
            throw ResourceConflictException.uniqueness(
                    known.get().email() + " is somebody's address already.");
        }
        Person blank =
                known.orElseGet(
                        () ->
                                new Person(
                                        "",
                                        PersonKind.STAFF,
                                        "",
                                        "",
                                        "",
                                        List.of(),
                                        Optional.empty(),
                                        Optional.empty(),
                                        zone(),
                                        PersonStatus.ACTIVE));
        Person read = ScimUserReader.read(models.directory(), blank, json);
        String key = known.map(Person::key).orElseGet(() -> newKey(read));
        long version = known.isPresent() ? seen(key) : ModelStore.ABSENT;
        boolean invite =
                Boolean.TRUE.equals(source.source().settings().get("invite"))
                        && ScimUserReader.active(json, true);
        PersonStatus status =
                ScimUserReader.active(json, true) ? PersonStatus.ACTIVE : PersonStatus.SUSPENDED;
        Person person = read.withKey(key).withStatus(invite ? PersonStatus.INVITED : status);
        take(
                source,
                Sourced.person(
                                DocumentWriter.person(person),
                                ScimUserReader.externalId(json).orElse(null),
                                known.isPresent() ? "brought them back" : "created them")
                        .seen(version)
                        .invited(invite));
        return key;
    }

    private String newKey(Person read) {
        return new PersonKeys(taken -> models.directory().person(taken).isPresent())
                .give(read.givenName(), read.familyName());
    }

    /** Makes the user what the JSON says; what it leaves out goes back to nothing. */
    void replace(Knock source, String id, ObjectNode json, long version) throws ScimException {
        Person now = known(id);
        Person read = ScimUserReader.read(models.directory(), now, json);
        models.directory()
                .personByEmail(read.email())
                .filter(other -> !other.key().equals(id))
                .ifPresent(
                        other -> {
                            throw new Failed(
                                    ResourceConflictException.uniqueness(
                                            read.email() + " is somebody's address already."));
                        });
        PersonStatus status = now.status();
        if (ScimUserReader.active(json, now.active()) != now.active()) {
            status = now.active() ? PersonStatus.SUSPENDED : PersonStatus.ACTIVE;
        }
        Person next = read.withKey(id).withStatus(status);
        take(
                source,
                Sourced.person(
                                DocumentWriter.person(next),
                                ScimUserReader.externalId(json).orElse(null),
                                words(now, next))
                        .seen(version));
    }

    private static String words(Person now, Person next) {
        if (now.active() != next.active()) {
            return next.active() ? "brought them back" : "suspended them";
        }
        return "changed them";
    }

    void close(Knock source, String id, long version) throws ScimException {
        Person now = known(id);
        take(
                source,
                Sourced.person(
                                DocumentWriter.person(now.withStatus(PersonStatus.CLOSED)),
                                null,
                                "closed them")
                        .seen(version)
                        .unmarked());
    }

    private void take(Knock source, Sourced what) {
        Actor actor = provisioning.actor(source.source(), source.tokenMadeBy());
        provisioning.take(actor, source.source(), source.tokenMadeBy(), List.of(what));
    }

    private ZoneId zone() {
        return models.model(Models.NEMBAR).application().zone();
    }
}
