package nembar.server.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.exceptions.ResourceConflictException;
import com.unboundid.scim2.common.exceptions.ResourceNotFoundException;
import com.unboundid.scim2.common.exceptions.ScimException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.directory.Directory;
import nembar.core.directory.Team;
import nembar.core.text.Slug;
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

/** Teams as SCIM groups (RFC 7643, section 4.2): the members listed, not those by condition. */
@Component
class ScimGroups {
    static final String SCHEMA = "urn:ietf:params:scim:schemas:core:2.0:Group";

    private final Models models;
    private final ModelStore store;
    private final Sources sources;
    private final Provisioning provisioning;

    ScimGroups(Models models, ModelStore store, Sources sources, Provisioning provisioning) {
        this.models = models;
        this.store = store;
        this.sources = sources;
        this.provisioning = provisioning;
    }

    List<Resource> all(String base) {
        Directory directory = models.directory();
        Map<String, Long> versions = store.versionsOf(Sources.TEAM, directory.teamNames().keySet());
        Map<String, Origin> origins =
                sources.originsOf(Sources.TEAM, directory.teamNames().keySet());
        return directory.teams().stream()
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
        long version = store.versionOf(new ElementRef(Sources.TEAM, id));
        models.catchUp();
        return resource(
                models.directory(), known(id), version, sources.originOf(Sources.TEAM, id), base);
    }

    private Team known(String id) throws ScimException {
        return models.directory()
                .team(id)
                .orElseThrow(() -> new ResourceNotFoundException("There is no group " + id + "."));
    }

    private static Resource resource(
            Directory directory, Team team, long version, Optional<Origin> origin, String base) {
        ObjectNode json = ScimJson.object();
        json.putArray("schemas").add(SCHEMA);
        json.put("id", team.key());
        origin.flatMap(Origin::externalId).ifPresent(id -> json.put("externalId", id));
        json.put("displayName", team.name());
        ArrayNode members = json.putArray("members");
        team.members()
                .forEach(
                        key ->
                                members.addObject()
                                        .put("value", key)
                                        .put("display", directory.personNames().get(key))
                                        .put("type", "User")
                                        .put("$ref", base + "/Users/" + key));
        ObjectNode meta = json.putObject("meta");
        meta.put("resourceType", "Group");
        meta.put("location", base + "/Groups/" + team.key());
        meta.put("version", "W/\"" + version + "\"");
        return new Resource(team.key(), "Group", version, json);
    }

    String create(Knock source, ObjectNode json) throws ScimException {
        String name = name(json);
        Directory directory = models.directory();
        if (directory.teams().stream().anyMatch(one -> one.name().equalsIgnoreCase(name))) {
            throw ResourceConflictException.uniqueness("There is a group " + name + " already.");
        }
        String key = Slug.of(name, "team", taken -> directory.team(taken).isPresent());
        take(
                source,
                new Team(key, name, members(json), Set.of()),
                ModelStore.ABSENT,
                ScimJson.text(json, "externalId"),
                "created it");
        return key;
    }

    void replace(Knock source, String id, ObjectNode json, long version) throws ScimException {
        Team now = known(id);
        Set<String> members = members(json);
        Set<String> leads = new TreeSet<>(now.leads());
        leads.retainAll(members);
        take(
                source,
                new Team(id, name(json), members, leads, now.who()),
                version,
                ScimJson.text(json, "externalId"),
                "changed it");
    }

    void remove(Knock source, String id, long version) throws ScimException {
        known(id);
        take(source, Sourced.gone(id, "removed it").seen(version));
    }

    private void take(
            Knock source, Team team, long version, Optional<String> externalId, String words) {
        take(
                source,
                Sourced.team(DocumentWriter.team(team), externalId.orElse(null), words)
                        .seen(version));
    }

    private void take(Knock source, Sourced what) {
        Actor actor = provisioning.actor(source.source(), source.tokenMadeBy());
        provisioning.take(actor, source.source(), source.tokenMadeBy(), List.of(what));
    }

    private static String name(ObjectNode json) throws ScimException {
        return ScimJson.text(json, "displayName")
                .orElseThrow(() -> BadRequestException.invalidValue("displayName is missing."));
    }

    private Set<String> members(ObjectNode json) throws ScimException {
        Set<String> members = new TreeSet<>();
        Optional<JsonNode> said = ScimJson.member(json, "members");
        if (said.isPresent()) {
            for (JsonNode one : said.get()) {
                String key =
                        ScimJson.text(one, "value")
                                .orElseThrow(
                                        () ->
                                                BadRequestException.invalidValue(
                                                        "A member has a value: the id of a user."));
                if (models.directory().person(key).isEmpty()) {
                    throw BadRequestException.invalidValue("There is no user `" + key + "`.");
                }
                members.add(key);
            }
        }
        return members;
    }
}
