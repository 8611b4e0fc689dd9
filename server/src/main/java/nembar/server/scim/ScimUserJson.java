package nembar.server.scim;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Optional;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.text.Words;
import nembar.server.sources.Sources.Origin;

/** A person as a SCIM user (RFC 7643, sections 4.1 and 4.3). */
final class ScimUserJson {
    private ScimUserJson() {}

    static Resource resource(
            Directory directory,
            Person person,
            long version,
            Optional<Origin> origin,
            String base) {
        ObjectNode json = ScimJson.object();
        json.putArray("schemas").add(ScimUsers.SCHEMA).add(ScimUsers.ENTERPRISE);
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
        json.put("userType", Words.of(person.kind()));
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
        ObjectNode enterprise = json.putObject(ScimUsers.ENTERPRISE);
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
}
