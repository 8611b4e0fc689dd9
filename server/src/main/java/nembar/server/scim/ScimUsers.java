package nembar.server.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.exceptions.ResourceConflictException;
import com.unboundid.scim2.common.exceptions.ResourceNotFoundException;
import com.unboundid.scim2.common.exceptions.ScimException;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.EmailAddress;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKeys;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.text.Nearest;
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
                                resource(
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
        return resource(
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

    private Resource resource(
            Directory directory,
            Person person,
            long version,
            Optional<Origin> origin,
            String base) {
        ObjectNode json = ScimJson.object();
        json.putArray("schemas").add(SCHEMA).add(ENTERPRISE);
        json.put("id", person.key());
        origin.flatMap(Origin::externalId).ifPresent(id -> json.put("externalId", id));
        json.put("userName", person.email());
        ObjectNode name = json.putObject("name");
        name.put("formatted", person.name());
        name.put("givenName", person.givenName());
        if (!person.familyName().isEmpty()) {
            name.put("familyName", person.familyName());
        }
        json.put("displayName", person.name());
        json.put("userType", person.kind().name().toLowerCase(Locale.ROOT));
        json.put("timezone", person.zone().getId());
        json.put("active", person.active());
        ObjectNode email = json.putArray("emails").addObject();
        email.put("value", person.email()).put("type", "work").put("primary", true);
        ArrayNode groups = json.putArray("groups");
        directory
                .teamsOf(person.key())
                .forEach(
                        key ->
                                groups.addObject()
                                        .put("value", key)
                                        .put("display", directory.teamNames().get(key))
                                        .put("$ref", base + "/Groups/" + key));
        ObjectNode enterprise = json.putObject(ENTERPRISE);
        person.unit()
                .ifPresent(key -> enterprise.put("department", directory.unitNames().get(key)));
        person.accounts().stream()
                .findFirst()
                .ifPresent(
                        key -> enterprise.put("organization", directory.accountNames().get(key)));
        person.manager()
                .ifPresent(
                        key ->
                                enterprise
                                        .putObject("manager")
                                        .put("value", key)
                                        .put("displayName", directory.personNames().get(key))
                                        .put("$ref", base + "/Users/" + key));
        ObjectNode meta = json.putObject("meta");
        meta.put("resourceType", "User");
        meta.put("location", base + "/Users/" + person.key());
        meta.put("version", "W/\"" + version + "\"");
        return new Resource(person.key(), "User", version, json);
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
        Person read = read(blank, json);
        String key = known.map(Person::key).orElseGet(() -> newKey(read));
        long version = known.isPresent() ? seen(key) : ModelStore.ABSENT;
        boolean invite =
                Boolean.TRUE.equals(source.source().settings().get("invite")) && active(json, true);
        PersonStatus status = active(json, true) ? PersonStatus.ACTIVE : PersonStatus.SUSPENDED;
        Person person = read.withKey(key).withStatus(invite ? PersonStatus.INVITED : status);
        take(
                source,
                Sourced.person(
                                DocumentWriter.person(person),
                                externalId(json).orElse(null),
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
        Person read = read(now, json);
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
        if (active(json, now.active()) != now.active()) {
            status = now.active() ? PersonStatus.SUSPENDED : PersonStatus.ACTIVE;
        }
        Person next = read.withKey(id).withStatus(status);
        take(
                source,
                Sourced.person(
                                DocumentWriter.person(next),
                                externalId(json).orElse(null),
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

    private static Optional<String> externalId(ObjectNode json) {
        return ScimJson.text(json, "externalId");
    }

    private static boolean active(ObjectNode json, boolean otherwise) throws ScimException {
        Optional<JsonNode> said = ScimJson.member(json, "active");
        if (said.isEmpty()) {
            return otherwise;
        }
        String text = said.get().asText().toLowerCase(Locale.ROOT);
        if (!text.equals("true") && !text.equals("false")) {
            throw BadRequestException.invalidValue("active is true or false.");
        }
        return text.equals("true");
    }

    private Person read(Person now, ObjectNode json) throws ScimException {
        String email =
                ScimJson.text(json, "userName")
                        .orElseThrow(
                                () -> BadRequestException.invalidValue("userName is missing."));
        if (!EmailAddress.valid(email)) {
            throw BadRequestException.invalidValue(
                    "userName has to be an e-mail address; `" + email + "` is none.");
        }
        Optional<JsonNode> name = ScimJson.member(json, "name");
        String given =
                name.flatMap(one -> ScimJson.text(one, "givenName"))
                        .or(() -> ScimJson.text(json, "displayName"))
                        .or(() -> name.flatMap(one -> ScimJson.text(one, "formatted")))
                        .orElse(email.substring(0, email.lastIndexOf('@')));
        String family = name.flatMap(one -> ScimJson.text(one, "familyName")).orElse("");
        Directory directory = models.directory();
        Optional<JsonNode> enterprise = ScimJson.member(json, ENTERPRISE);
        PersonKind kind = kind(json, now);
        return new Person(
                now.key(),
                kind,
                email,
                given,
                family,
                accounts(directory, kind, enterprise, now),
                enterprise.flatMap(one -> ScimJson.text(one, "department")).isPresent()
                        ? Optional.of(
                                named(
                                        "department",
                                        ScimJson.text(enterprise.get(), "department").get(),
                                        directory.unitNames()))
                        : Optional.empty(),
                manager(directory, enterprise),
                zone(json, now),
                now.status(),
                now.attributes());
    }

    private static PersonKind kind(ObjectNode json, Person now) throws ScimException {
        Optional<String> said = ScimJson.text(json, "userType");
        if (said.isEmpty()) {
            return now.kind();
        }
        for (PersonKind kind : PersonKind.values()) {
            if (kind.name().equalsIgnoreCase(said.get())) {
                return kind;
            }
        }
        throw BadRequestException.invalidValue("userType is staff, external or service.");
    }

    private List<String> accounts(
            Directory directory, PersonKind kind, Optional<JsonNode> enterprise, Person now)
            throws ScimException {
        if (kind != PersonKind.EXTERNAL) {
            return directory.accounts().stream()
                    .filter(Account::own)
                    .map(Account::key)
                    .limit(1)
                    .toList();
        }
        Optional<String> said = enterprise.flatMap(one -> ScimJson.text(one, "organization"));
        if (said.isPresent()) {
            String key = named("organization", said.get(), directory.accountNames());
            if (directory.account(key).filter(Account::own).isPresent()) {
                throw BadRequestException.invalidValue(
                        "Somebody of " + said.get() + " itself is staff, not external.");
            }
            // Whoever works for several keeps the others.
            return now.accounts().contains(key) ? now.accounts() : List.of(key);
        }
        if (now.accounts().isEmpty()) {
            throw BadRequestException.invalidValue(
                    "An external needs organization, in " + ENTERPRISE + ".");
        }
        return now.accounts();
    }

    private static String named(String attribute, String said, Map<String, String> names)
            throws ScimException {
        for (Map.Entry<String, String> one : names.entrySet()) {
            if (one.getValue().equalsIgnoreCase(said) || one.getKey().equalsIgnoreCase(said)) {
                return one.getKey();
            }
        }
        throw BadRequestException.invalidValue(
                Nearest.sentence(
                        "There is no " + attribute + " `" + said + "`", said, names.values()));
    }

    private Optional<String> manager(Directory directory, Optional<JsonNode> enterprise)
            throws ScimException {
        Optional<String> said =
                enterprise
                        .flatMap(one -> ScimJson.member(one, "manager"))
                        .flatMap(
                                one ->
                                        one.isTextual()
                                                ? Optional.of(one.asText())
                                                : ScimJson.text(one, "value"));
        if (said.isPresent() && directory.person(said.get()).isEmpty()) {
            throw BadRequestException.invalidValue(
                    "manager names nobody here: `" + said.get() + "`; give the id of a user.");
        }
        return said;
    }

    private ZoneId zone(ObjectNode json, Person now) throws ScimException {
        Optional<String> said = ScimJson.text(json, "timezone");
        try {
            return said.map(ZoneId::of).orElse(now.zone());
        } catch (DateTimeException unknown) {
            throw BadRequestException.invalidValue(
                    "`" + said.orElse("") + "` is no time zone; Europe/London is one.");
        }
    }

    private ZoneId zone() {
        return models.model(Models.NEMBAR).application().zone();
    }
}
