package nembar.server.scim;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.GenericScimResource;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.exceptions.PreconditionFailedException;
import com.unboundid.scim2.common.exceptions.ResourceNotFoundException;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.messages.PatchRequest;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import nembar.server.sources.Sources.Knock;
import org.springframework.stereotype.Service;

/** The protocol's operations on both kinds of resource (RFC 7644, section 3). */
@Service
class ScimService {
    private final ScimUsers users;
    private final ScimGroups groups;

    ScimService(ScimUsers users, ScimGroups groups) {
        this.users = users;
        this.groups = groups;
    }

    /** The two kinds, by the last part of their address. */
    enum Kind {
        USERS("Users"),
        GROUPS("Groups");

        private final String path;

        Kind(String path) {
            this.path = path;
        }

        static Kind of(String path) throws ScimException {
            for (Kind kind : values()) {
                if (kind.path.equals(path)) {
                    return kind;
                }
            }
            throw new ResourceNotFoundException("There is no endpoint /" + path + ".");
        }
    }

    List<Resource> all(Kind kind, String base) {
        return kind == Kind.USERS ? users.all(base) : groups.all(base);
    }

    Resource find(Kind kind, String id, String base) throws ScimException {
        return kind == Kind.USERS ? users.find(id, base) : groups.find(id, base);
    }

    Resource create(Knock source, Kind kind, ObjectNode json, String base) throws ScimException {
        String id = kind == Kind.USERS ? users.create(source, json) : groups.create(source, json);
        return find(kind, id, base);
    }

    Resource replace(
            Knock source, Kind kind, String id, ObjectNode json, String ifMatch, String base)
            throws ScimException {
        Optional<Long> version = matched(kind, id, ifMatch, base);
        put(source, kind, id, json, version);
        return find(kind, id, base);
    }

    private void put(Knock source, Kind kind, String id, ObjectNode json, Optional<Long> version)
            throws ScimException {
        if (kind == Kind.USERS) {
            users.replace(source, id, json, version);
        } else {
            groups.replace(source, id, json);
        }
    }

    /** Applies the operations to what the resource is, and makes it the outcome. */
    Resource patch(Knock source, Kind kind, String id, ObjectNode json, String ifMatch, String base)
            throws ScimException {
        Optional<Long> version = matched(kind, id, ifMatch, base);
        GenericScimResource resource =
                new GenericScimResource(find(kind, id, base).json().deepCopy());
        try {
            JsonUtils.nodeToValue(lenient(json), PatchRequest.class).apply(resource);
        } catch (JsonProcessingException malformed) {
            throw BadRequestException.invalidSyntax(malformed.getOriginalMessage());
        } catch (IllegalArgumentException malformed) {
            throw BadRequestException.invalidSyntax(malformed.getMessage());
        }
        put(source, kind, id, resource.getObjectNode(), version);
        return find(kind, id, base);
    }

    /** Operations' names are compared without case, as many clients write them with a capital. */
    private static ObjectNode lenient(ObjectNode json) throws ScimException {
        JsonNode operations =
                ScimJson.member(json, "Operations")
                        .orElseThrow(
                                () -> BadRequestException.invalidSyntax("Operations is missing."));
        for (JsonNode one : operations) {
            if (one instanceof ObjectNode operation && operation.path("op").isTextual()) {
                operation.put("op", operation.path("op").asText().toLowerCase(Locale.ROOT));
            }
        }
        return json;
    }

    void delete(Knock source, Kind kind, String id, String ifMatch, String base)
            throws ScimException {
        matched(kind, id, ifMatch, base);
        if (kind == Kind.USERS) {
            users.close(source, id);
        } else {
            groups.remove(source, id);
        }
    }

    /** The version that If-Match asks for, once it is the one there is. */
    private Optional<Long> matched(Kind kind, String id, String ifMatch, String base)
            throws ScimException {
        if (ifMatch == null || ifMatch.isBlank() || ifMatch.equals("*")) {
            return Optional.empty();
        }
        Resource now = find(kind, id, base);
        boolean same =
                List.of(ifMatch.split("\\s*,\\s*")).stream()
                        .map(one -> one.startsWith("W/") ? one : "W/" + one)
                        .anyMatch(now.etag()::equals);
        if (!same) {
            throw new PreconditionFailedException(
                    "The resource is at " + now.etag() + " by now; read it again.");
        }
        return Optional.of(now.version());
    }
}
