package nembar.server.fuzz;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import nembar.server.fuzz.Operations.Op;
import nembar.server.fuzz.Operations.Param;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Makes requests of operations: such as should do something, and such with something broken. */
final class Requests {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int DEEP = 5;

    /** What no text, number, instant or condition ought to be. */
    private static final List<String> RUBBISH =
            List.of(
                    "",
                    " ",
                    "\u0000",
                    "a\u0000b",
                    "\ud800",
                    "-1",
                    "0",
                    "2147483647",
                    "2147483648",
                    "99999999999999999999999",
                    "1e999999999",
                    "NaN",
                    "null",
                    "true",
                    "[]",
                    "{\"a\":",
                    "%",
                    "'; DROP TABLE person; --",
                    "../../etc/passwd",
                    "-999999999-01-01T00:00:00Z",
                    "+999999999-12-31T23:59:59Z",
                    "2026-02-30",
                    "2026-11-27T25:00:00Z",
                    "((((((tonnes^9)^9)^9)^9)^9)^9)^9 > 0",
                    "a".repeat(9_000),
                    "(".repeat(3_000),
                    "x.".repeat(5_000) + "example",
                    "ß𝕏\u202e\u0301",
                    "userName eq \"x\" or ".repeat(2_000) + "userName pr",
                    "=cmd|' /C calc'!A0",
                    "Europe/Nowhere");

    private final Operations operations;
    private final Pool pool;
    private final Random random;

    Requests(Operations operations, Pool pool, Random random) {
        this.operations = operations;
        this.pool = pool;
        this.random = random;
    }

    /**
     * A request.
     *
     * @param address path and query, encoded
     * @param body as it is sent; null for none
     */
    record Request(
            Op op, String address, Map<String, String> headers, String body, boolean broken) {}

    Request of(Op op, boolean broken) {
        Map<Param, String> params = new LinkedHashMap<>();
        for (Param param : op.params()) {
            boolean wanted = param.in().equals("path") || chance(0.55) || always(param.name());
            if (wanted) {
                value(op, param).ifPresent(value -> params.put(param, value));
            }
        }
        String body = op.body().map(schema -> body(op, schema)).orElse(null);
        Map<String, String> headers = new LinkedHashMap<>();
        String query = "";
        if (broken) {
            int what = random.nextInt(body == null ? 4 : 9);
            if (what < 3 && !params.isEmpty()) {
                List<Param> some = List.copyOf(params.keySet());
                params.put(some.get(random.nextInt(some.size())), rubbish());
            } else if (what == 3) {
                query =
                        List.of("%ff=%ff", "=", "&&&", "page=1&page=x", "a[0]=b")
                                .get(random.nextInt(5));
            } else if (what == 4) {
                headers.put("Content-Type", "multipart/form-data");
            } else if (body != null) {
                body = broken(body);
            }
        }
        return new Request(
                op, address(op, params, query), headers(op, params, headers), body, broken);
    }

    private static boolean always(String name) {
        return List.of("person", "application", "type", "operation", "record", "If-Match")
                .contains(name);
    }

    private Map<String, String> headers(
            Op op, Map<Param, String> params, Map<String, String> more) {
        Map<String, String> headers = new LinkedHashMap<>();
        if (op.body().isPresent()) {
            headers.put("Content-Type", op.scim() ? "application/scim+json" : "application/json");
        }
        params.forEach(
                (param, value) -> {
                    boolean sendable = value.chars().allMatch(c -> c >= 32 && c < 127);
                    if (param.in().equals("header") && sendable) {
                        headers.put(param.name(), value);
                    }
                });
        headers.putAll(more);
        return headers;
    }

    private static String address(Op op, Map<Param, String> params, String more) {
        String path = op.path();
        StringBuilder query = new StringBuilder(more);
        for (Map.Entry<Param, String> one : params.entrySet()) {
            String name = one.getKey().name();
            if (one.getKey().in().equals("path")) {
                String value = one.getValue().isEmpty() ? "-" : encoded(one.getValue());
                path = path.replace("{" + name + "}", value);
            } else if (one.getKey().in().equals("query")) {
                query.append(query.isEmpty() ? "" : "&")
                        .append(name)
                        .append('=')
                        .append(encoded(one.getValue()));
            }
        }
        return path.replaceAll("\\{[^}]*\\}", "-") + (query.isEmpty() ? "" : "?" + query);
    }

    /** Percent-encoded as UTF-8; half a surrogate as the bytes that are none. */
    private static String encoded(String value) {
        StringBuilder text = new StringBuilder();
        for (byte one : value.getBytes(java.nio.charset.StandardCharsets.UTF_8)) {
            boolean plain =
                    one >= 'a' && one <= 'z'
                            || one >= 'A' && one <= 'Z'
                            || one >= '0' && one <= '9'
                            || one == '-'
                            || one == '.'
                            || one == '_';
            text.append(plain ? String.valueOf((char) one) : String.format("%%%02X", one & 0xff));
        }
        return text.toString().equals(".") || text.toString().equals("..") ? "-" : text.toString();
    }

    /** A value for a parameter, as it was seen under such a name; empty to leave it out. */
    private Optional<String> value(Op op, Param param) {
        String name = param.name();
        if (param.in().equals("path")) {
            String[] segments = op.path().substring(0, op.path().indexOf("{" + name)).split("/");
            String collection = segments[segments.length - 1];
            if (name.equals("token") && collection.equals("tokens")) {
                return pool.any("tokens.id").or(() -> Optional.of("1"));
            }
            if (name.equals("key") && op.path().contains("/tokens")) {
                return Optional.of("towline.gateway");
            }
            Optional<String> of =
                    pool.any(collection + "." + name)
                            .or(() -> pool.any(collection + ".id"))
                            .or(() -> pool.any(collection + ".key"));
            return name.equals("application")
                    ? Optional.of(chance(0.85) ? "towline" : "nembar")
                    : of.or(() -> pool.any(name)).or(() -> Optional.of("1"));
        }
        switch (param.schema().path("type").asString("")) {
            case "boolean":
                return Optional.of(String.valueOf(random.nextBoolean()));
            case "integer":
                return Optional.of(String.valueOf(random.nextInt(3) * 10 + 1));
            default:
                return Optional.of(text(name));
        }
    }

    /** A text that something of this name may well be. */
    private String text(String name) {
        switch (name) {
            case "application":
                return chance(0.9) ? "towline" : "nembar";
            case "at", "otherAt", "from", "until":
                return chance(0.7) ? "" : "2026-11-2" + random.nextInt(10) + "T12:00:00Z";
            case "draft", "otherDraft":
                return chance(0.8) ? "" : pool.any("drafts.id").orElse("");
            case "type", "recordType":
                return chance(0.8) ? "cargo_lot" : pool.any("type").orElse("voyage");
            case "operation":
                return chance(0.9) ? "view" : pool.any("operation").orElse("change");
            case "record":
                return chance(0.7) ? "L-20" + (10 + random.nextInt(80)) : "";
            case "field":
                return chance(0.7) ? "" : "status";
            case "sort", "after", "before", "account", "by", "search", "without", "of", "value":
                return chance(0.8) ? "" : pool.any(name).orElse("lot");
            case "where", "condition":
                return chance(0.5) ? "" : "tonnes > " + random.nextInt(900);
            case "filter":
                return chance(0.5) ? "" : "userName sw \"a\"";
            case "startIndex", "count":
                return String.valueOf(1 + random.nextInt(20));
            default:
                return pool.any(name)
                        .or(() -> pool.any("people.key"))
                        .orElse("x" + random.nextInt(1000));
        }
    }

    private String body(Op op, JsonNode schema) {
        if (op.id().equals("beginByFile")) {
            return "email,name\nfile." + random.nextInt(10_000) + "@larkwater.example,Fay File\n";
        }
        Optional<Object> recipe = chance(0.8) ? Recipes.body(op, pool, random) : Optional.empty();
        return recipe.map(JSON::writeValueAsString)
                .orElseGet(() -> JSON.writeValueAsString(made("", schema, 0)));
    }

    /** Something of a schema's shape. */
    private Object made(String name, JsonNode schema, int depth) {
        JsonNode known = operations.resolved(schema);
        if (depth > DEEP) {
            return null;
        }
        switch (known.path("type").asString("")) {
            case "boolean":
                return random.nextBoolean();
            case "integer", "number":
                return random.nextInt(4);
            case "array":
                {
                    List<Object> list = new ArrayList<>();
                    for (int i = random.nextInt(3); i > 0; i--) {
                        list.add(made(name, known.path("items"), depth + 1));
                    }
                    return list;
                }
            case "string":
                return text(name);
            default:
                {
                    Map<String, Object> object = new LinkedHashMap<>();
                    known.path("properties")
                            .properties()
                            .forEach(
                                    one -> {
                                        if (chance(0.7)) {
                                            object.put(
                                                    one.getKey(),
                                                    made(one.getKey(), one.getValue(), depth + 1));
                                        }
                                    });
                    return object;
                }
        }
    }

    /** The body with one thing wrong in it. */
    private String broken(String body) {
        switch (random.nextInt(8)) {
            case 0:
                return List.of("", "null", "[]", "{", "[null]", "\"x\"", "1", "[".repeat(2_000))
                        .get(random.nextInt(8));
            default:
                if (!body.startsWith("{") && !body.startsWith("[")) {
                    return body + "\u0000\ud800,,,\n\"";
                }
                JsonNode root = JSON.readTree(body);
                List<Runnable> places = new ArrayList<>();
                collect(root, places);
                if (places.isEmpty()) {
                    return "{\"nobodyKnows\":1}";
                }
                places.get(random.nextInt(places.size())).run();
                return JSON.writeValueAsString(root);
        }
    }

    private void collect(JsonNode node, List<Runnable> places) {
        if (node instanceof ObjectNode object) {
            List.copyOf(object.propertyNames())
                    .forEach(
                            name -> {
                                places.add(() -> object.set(name, strange(object.get(name))));
                                places.add(() -> object.remove(name));
                                collect(object.get(name), places);
                            });
        } else if (node instanceof ArrayNode array) {
            places.add(() -> array.add(JSON.nullNode()));
            for (int i = 0; i < array.size(); i++) {
                int at = i;
                places.add(() -> array.set(at, strange(array.get(at))));
                collect(array.get(i), places);
            }
        }
    }

    private JsonNode strange(JsonNode was) {
        switch (random.nextInt(9)) {
            case 0:
                return JSON.nullNode();
            case 1:
                return JSON.readTree("-1");
            case 2:
                return JSON.readTree("123456789012345678901234567890");
            case 3:
                return JSON.readTree("[null]");
            case 4:
                return JSON.readTree("[{}]");
            case 5:
                return JSON.readTree("{}");
            case 6:
                return JSON.readTree("1e999");
            default:
                return was.isString() || chance(0.5)
                        ? JSON.valueToTree(rubbish())
                        : JSON.readTree("[[]]");
        }
    }

    private String rubbish() {
        return RUBBISH.get(random.nextInt(RUBBISH.size()));
    }

    private boolean chance(double share) {
        return random.nextDouble() < share;
    }
}
