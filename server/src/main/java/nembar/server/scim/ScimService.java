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
import nembar.server.http.Overtaken;
import nembar.server.sources.Sources.Knock;
import org.springframework.stereotype.Service;

/** The protocol's operations on both kinds of resource (RFC 7644, section 3). */
@Service
class ScimService {
    private static final int ATTEMPTS = 5;

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

    /** Something that ends at what has changed meanwhile, and may be begun anew. */
    private interface Attempt<T> {
        T run() throws ScimException;
    }

    /** Whoever names no version means the one there is, also where that changes meanwhile. */
    private static <T> T attempt(String ifMatch, Attempt<T> attempt) throws ScimException {
        for (int i = 1; ; i++) {
            try {
                return attempt.run();
            } catch (Overtaken overtaken) {
                if (!any(ifMatch) || i == ATTEMPTS) {
                    throw overtaken;
                }
            }
        }
    }

    Resource create(Knock source, Kind kind, ObjectNode json, String base) throws ScimException {
        String id =
                attempt(
                        null,
                        () ->
                                kind == Kind.USERS
                                        ? users.create(source, json)
                                        : groups.create(source, json));
        return find(kind, id, base);
    }

    Resource replace(
            Knock source, Kind kind, String id, ObjectNode json, String ifMatch, String base)
            throws ScimException {
        return attempt(
                ifMatch, () -> put(source, kind, matched(kind, id, ifMatch, base), json, base));
    }

    private Resource put(Knock source, Kind kind, Resource seen, ObjectNode json, String base)
            throws ScimException {
        if (kind == Kind.USERS) {
            users.replace(source, seen.id(), json, seen.version());
        } else {
            groups.replace(source, seen.id(), json, seen.version());
        }
        return find(kind, seen.id(), base);
    }

    /** Applies the operations to what the resource is, and makes it the outcome. */
    Resource patch(Knock source, Kind kind, String id, ObjectNode json, String ifMatch, String base)
            throws ScimException {
        ObjectNode operations = lenient(json);
        return attempt(
                ifMatch,
                () -> {
                    Resource seen = matched(kind, id, ifMatch, base);
                    return put(source, kind, seen, patched(seen, operations), base);
                });
    }

    private static ObjectNode patched(Resource seen, ObjectNode operations) throws ScimException {
        GenericScimResource resource = new GenericScimResource(seen.json().deepCopy());
        try {
            JsonUtils.nodeToValue(operations, PatchRequest.class).apply(resource);
        } catch (JsonProcessingException malformed) {
            throw BadRequestException.invalidSyntax(malformed.getOriginalMessage());
        } catch (IllegalArgumentException malformed) {
            throw BadRequestException.invalidSyntax(malformed.getMessage());
        }
        return resource.getObjectNode();
    }

    /** Operations' names are compared without case, as many clients write them with a capital. */
    private static ObjectNode lenient(ObjectNode json) throws ScimException {
        JsonNode operations =
                ScimJson.member(json, "Operations")
                        .orElseThrow(
                                () -> BadRequestException.invalidSyntax("Operations is missing."));
        for (JsonNode one : operations) {
            if (!one.isObject()) {
                throw BadRequestException.invalidSyntax("Each of Operations is an object.");
            }
            if (one instanceof ObjectNode operation && operation.path("op").isTextual()) {
                operation.put("op", operation.path("op").asText().toLowerCase(Locale.ROOT));
            }
        }
        return json;
    }

    void delete(Knock source, Kind kind, String id, String ifMatch, String base)
            throws ScimException {
        attempt(
                ifMatch,
                () -> {
                    long version = matched(kind, id, ifMatch, base).version();
                    if (kind == Kind.USERS) {
                        users.close(source, id, version);
                    } else {
                        groups.remove(source, id, version);
                    }
                    return id;
                });
    }

    private static boolean any(String ifMatch) {
        return ifMatch == null || ifMatch.isBlank() || ifMatch.equals("*");
    }

    /** The resource as it is, once it is the one that If-Match asks for. */
    private Resource matched(Kind kind, String id, String ifMatch, String base)
            throws ScimException {
        Resource now = find(kind, id, base);
        boolean same =
                any(ifMatch)
                        || List.of(ifMatch.split("\\s*,\\s*")).stream()
                                .map(one -> one.startsWith("W/") ? one : "W/" + one)
                                .anyMatch(now.etag()::equals);
        if (!same) {
            throw new PreconditionFailedException(
                    "The resource is at " + now.etag() + " by now; read it again.");
        }
        return now;
    }
}
