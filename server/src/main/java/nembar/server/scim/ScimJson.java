package nembar.server.scim;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;

/** SCIM's JSON: attribute names are compared without case (RFC 7643, section 2.1). */
final class ScimJson {
    static final String TYPE = "application/scim+json";

    private ScimJson() {}

    static ObjectNode object() {
        return JsonUtils.getJsonNodeFactory().objectNode();
    }

    static ArrayNode array() {
        return JsonUtils.getJsonNodeFactory().arrayNode();
    }

    static byte[] bytes(Object value) {
        try {
            return JsonUtils.getObjectWriter()
                    .writeValueAsString(value)
                    .getBytes(StandardCharsets.UTF_8);
        } catch (JsonProcessingException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    static ObjectNode read(String body) throws BadRequestException {
        try {
            JsonNode node = JsonUtils.getObjectReader().readTree(body == null ? "" : body);
            if (node instanceof ObjectNode object) {
                return object;
            }
        } catch (JsonProcessingException malformed) {
            throw BadRequestException.invalidSyntax(
                    "The body is no JSON: " + malformed.getOriginalMessage());
        }
        throw BadRequestException.invalidSyntax("The body has to be a JSON object.");
    }

    /** A member by its name, without case; a null or missing one is empty. */
    static Optional<JsonNode> member(JsonNode object, String name) {
        if (!(object instanceof ObjectNode of)) {
            return Optional.empty();
        }
        String wanted = name.toLowerCase(Locale.ROOT);
        for (var members = of.fields(); members.hasNext(); ) {
            var member = members.next();
            if (member.getKey().toLowerCase(Locale.ROOT).equals(wanted)) {
                return Optional.of(member.getValue()).filter(value -> !value.isNull());
            }
        }
        return Optional.empty();
    }

    static Optional<String> text(JsonNode object, String name) {
        return member(object, name)
                .filter(JsonNode::isValueNode)
                .map(JsonNode::asText)
                .map(String::strip)
                .filter(text -> !text.isEmpty());
    }
}
