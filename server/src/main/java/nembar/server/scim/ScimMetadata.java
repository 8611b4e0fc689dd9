package nembar.server.scim;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.types.EnterpriseUserExtension;
import com.unboundid.scim2.common.types.GroupResource;
import com.unboundid.scim2.common.types.UserResource;
import com.unboundid.scim2.common.utils.JsonUtils;
import com.unboundid.scim2.common.utils.SchemaUtils;
import java.beans.IntrospectionException;
import java.util.List;

/** What this service provider is like (RFC 7643, sections 5 to 7). */
final class ScimMetadata {
    private static final String CONFIG =
            "urn:ietf:params:scim:schemas:core:2.0:ServiceProviderConfig";
    private static final String RESOURCE_TYPE =
            "urn:ietf:params:scim:schemas:core:2.0:ResourceType";

    private ScimMetadata() {}

    static ObjectNode config(String base, int payload) {
        ObjectNode config = ScimJson.object();
        config.putArray("schemas").add(CONFIG);
        config.putObject("patch").put("supported", true);
        config.putObject("bulk")
                .put("supported", true)
                .put("maxOperations", ScimBulk.OPERATIONS_AT_MOST)
                .put("maxPayloadSize", payload);
        config.putObject("filter")
                .put("supported", true)
                .put("maxResults", ScimLists.COUNT_AT_MOST);
        config.putObject("changePassword").put("supported", false);
        config.putObject("sort").put("supported", true);
        config.putObject("etag").put("supported", true);
        config.putArray("authenticationSchemes")
                .addObject()
                .put("type", "oauthbearertoken")
                .put("name", "Bearer token")
                .put("description", "A token made for the source in Nembar, under People, Sources.")
                .put("primary", true);
        meta(config, "ServiceProviderConfig", base + "/ServiceProviderConfig");
        return config;
    }

    static List<Resource> types(String base) {
        ObjectNode user = type("User", "/Users", ScimUsers.SCHEMA, "A person", base);
        user.putArray("schemaExtensions")
                .addObject()
                .put("schema", ScimUsers.ENTERPRISE)
                .put("required", false);
        ObjectNode group = type("Group", "/Groups", ScimGroups.SCHEMA, "A team", base);
        return List.of(
                new Resource("User", "ResourceType", 0, user),
                new Resource("Group", "ResourceType", 0, group));
    }

    private static ObjectNode type(
            String name, String endpoint, String schema, String description, String base) {
        ObjectNode type = ScimJson.object();
        type.putArray("schemas").add(RESOURCE_TYPE);
        type.put("id", name);
        type.put("name", name);
        type.put("description", description);
        type.put("endpoint", endpoint);
        type.put("schema", schema);
        meta(type, "ResourceType", base + "/ResourceTypes/" + name);
        return type;
    }

    static List<Resource> schemas(String base) {
        return List.of(
                schema(UserResource.class, ScimUsers.SCHEMA, base),
                schema(EnterpriseUserExtension.class, ScimUsers.ENTERPRISE, base),
                schema(GroupResource.class, ScimGroups.SCHEMA, base));
    }

    private static Resource schema(Class<?> type, String id, String base) {
        try {
            ObjectNode schema = JsonUtils.valueToNode(SchemaUtils.getSchema(type));
            if (!(schema.path("schemas") instanceof ArrayNode list) || list.isEmpty()) {
                schema.putArray("schemas").add("urn:ietf:params:scim:schemas:core:2.0:Schema");
            }
            meta(schema, "Schema", base + "/Schemas/" + id);
            return new Resource(id, "Schema", 0, schema);
        } catch (IntrospectionException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    private static void meta(ObjectNode of, String type, String location) {
        of.putObject("meta").put("resourceType", type).put("location", location);
    }
}
