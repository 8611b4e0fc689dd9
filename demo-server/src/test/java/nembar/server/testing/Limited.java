package nembar.server.testing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Client.Answer;
import tools.jackson.databind.JsonNode;

/** Administrators of limited rights, and what others publish for them. */
public final class Limited {
    private static final String NEMBAR = "/api/applications/nembar";

    private Limited() {}

    /** One privilege in Nembar: an operation on a record type within a reach. */
    public static Map<String, Object> may(String type, String operation) {
        return may(type, operation, "all");
    }

    /** One privilege: an operation on a record type within a reach. */
    public static Map<String, Object> may(String type, String operation, String reach) {
        return Map.of("recordType", type, "operation", operation, "reach", reach);
    }

    /** A change that puts a privilege set in. */
    @SafeVarargs
    public static Map<String, Object> set(
            String key, String name, Map<String, Object>... privileges) {
        return Map.of(
                "put",
                "privilegeSets",
                "element",
                Map.of(
                        "key",
                        key,
                        "name",
                        name,
                        "purpose",
                        "A test",
                        "privileges",
                        List.of(privileges)));
    }

    /** Brings somebody in and gives them these privileges in Nembar; signed in. */
    @SafeVarargs
    public static Client administrator(
            Installation nembar, String name, Map<String, Object>... privileges) {
        String email = name + "@larkwater.example";
        String key = Arrivals.arrive(nembar, email, name + " Limited", "larkwater");
        List<Map<String, Object>> changes =
                List.of(
                        set("of-" + name, "Of " + name, privileges),
                        assign("to-" + name, "set", "of-" + name, key, Map.of()));
        publish(nembar.administrator(), NEMBAR, "Rights of " + name, changes);
        return nembar.nobody().signIn(email, Arrivals.PASSWORD);
    }

    /** Publishes changes as a draft; how that ended. */
    public static Answer tryToPublish(
            Client client, String application, String name, List<Map<String, Object>> changes) {
        Answer draft = client.post(application + "/drafts", draft(name, changes));
        if (draft.status() != 201) {
            return draft;
        }
        return publish(client, application, draft);
    }

    public static Map<String, Object> draft(String name, List<Map<String, Object>> changes) {
        return Map.of("name", name, "changes", changes);
    }

    /** Publishes a draft that is there. */
    public static Answer publish(Client client, String application, Answer draft) {
        String at = application + "/drafts/" + draft.json().path("id").asString();
        Answer now = client.get(at);
        if (now.status() != 200) {
            return now;
        }
        return client.with("If-Match", now.header("ETag"))
                .post(at + "/publish", Map.of("reason", "A test"));
    }

    /** Publishes changes; that they are refused fails the test. */
    public static Answer publish(
            Client client, String application, String name, List<Map<String, Object>> changes) {
        Answer published = tryToPublish(client, application, name, changes);
        if (published.status() != 200) {
            throw new AssertionError("not published: " + published.text());
        }
        return published;
    }

    /** A change that assigns a role or set to one person. */
    public static Map<String, Object> assign(
            String key, String what, String given, String person, Map<String, Object> more) {
        Map<String, Object> element = new HashMap<>(more);
        element.put("key", key);
        element.put(what, given);
        element.put("audience", Map.of("of", List.of(Map.of("person", person))));
        return Map.of("put", "assignments", "element", element);
    }

    /** The fields of a person as their sheet tells them, to be sent back with some changed. */
    public static Map<String, Object> asTheyAre(JsonNode sheet) {
        Map<String, Object> edit = new HashMap<>();
        edit.put("version", sheet.path("version").asLong());
        for (String field : List.of("kind", "email", "givenName", "familyName", "timeZone")) {
            edit.put(field, sheet.path(field).asString());
        }
        List<String> accounts = new ArrayList<>();
        sheet.path("accounts").forEach(one -> accounts.add(one.path("key").asString()));
        edit.put("accounts", accounts);
        edit.put("unit", sheet.path("unit").path("key").asString(""));
        edit.put("manager", sheet.path("manager").path("key").asString(""));
        return edit;
    }
}
