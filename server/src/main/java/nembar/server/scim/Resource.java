package nembar.server.scim;

import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * A resource as it stands.
 *
 * @param version what its ETag says
 */
record Resource(String id, String type, long version, ObjectNode json) {
    String etag() {
        return "W/\"" + version + "\"";
    }
}
