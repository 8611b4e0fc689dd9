package nembar.server.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.Path;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.utils.FilterEvaluator;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Lists of resources: filtered, sorted, paged, cut to attributes (RFC 7644, section 3.4.2). */
final class ScimLists {
    /** Each resource is held against it; a longer one would take minutes. */
    private static final int FILTER_AT_MOST = 1_000;

    static final int COUNT_AT_MOST = 200;
    private static final String LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse";
    private static final Set<String> ALWAYS = Set.of("id", "schemas");

    private ScimLists() {}

    /** What a list is asked for; everything but the numbers may be empty. */
    record Asked(
            String filter,
            String sortBy,
            String sortOrder,
            int startIndex,
            int count,
            String attributes,
            String excludedAttributes) {
        static final int FIRST = 1;

        /** A search as a body says it (RFC 7644, section 3.4.3). */
        static Asked of(ObjectNode json) {
            return new Asked(
                    ScimJson.text(json, "filter").orElse(""),
                    ScimJson.text(json, "sortBy").orElse(""),
                    ScimJson.text(json, "sortOrder").orElse(""),
                    ScimJson.member(json, "startIndex").map(JsonNode::asInt).orElse(FIRST),
                    ScimJson.member(json, "count").map(JsonNode::asInt).orElse(COUNT_AT_MOST),
                    joined(json, "attributes"),
                    joined(json, "excludedAttributes"));
        }

        private static String joined(ObjectNode json, String name) {
            List<String> all = new ArrayList<>();
            ScimJson.member(json, name)
                    .ifPresent(list -> list.forEach(one -> all.add(one.asText())));
            return String.join(",", all);
        }
    }

    static ObjectNode list(List<Resource> all, Asked asked) throws ScimException {
        List<Resource> found = new ArrayList<>(all);
        if (!asked.filter().isBlank()) {
            Filter filter = filter(asked.filter());
            found.clear();
            for (Resource one : all) {
                if (FilterEvaluator.evaluate(filter, one.json())) {
                    found.add(one);
                }
            }
        }
        if (!asked.sortBy().isBlank()) {
            found.sort(order(asked));
        }
        int start = Math.max(asked.startIndex(), 1);
        int count = Math.min(Math.max(asked.count(), 0), COUNT_AT_MOST);
        ArrayNode some = ScimJson.array();
        found.stream()
                .skip(start - 1L)
                .limit(count)
                .map(one -> cut(one.json(), asked.attributes(), asked.excludedAttributes()))
                .forEach(some::add);
        ObjectNode list = ScimJson.object();
        list.putArray("schemas").add(LIST);
        list.put("totalResults", found.size());
        list.put("startIndex", start);
        list.put("itemsPerPage", some.size());
        list.set("Resources", some);
        return list;
    }

    private static Filter filter(String text) throws ScimException {
        if (text.length() > FILTER_AT_MOST) {
            throw BadRequestException.invalidFilter(
                    "A filter has at most " + FILTER_AT_MOST + " characters.");
        }
        try {
            return Filter.fromString(text);
        } catch (BadRequestException malformed) {
            throw BadRequestException.invalidFilter(malformed.getMessage());
        }
    }

    private static Comparator<Resource> order(Asked asked) throws ScimException {
        Path path;
        try {
            path = Path.fromString(asked.sortBy());
            if (path.isRoot()) {
                throw BadRequestException.invalidPath("Name the attribute to sort by.");
            }
        } catch (BadRequestException malformed) {
            throw BadRequestException.invalidPath(malformed.getMessage());
        }
        Comparator<Resource> order =
                Comparator.comparing(
                        one -> value(path, one.json()),
                        Comparator.nullsLast(Comparator.naturalOrder()));
        return asked.sortOrder().equalsIgnoreCase("descending") ? order.reversed() : order;
    }

    private static String value(Path path, ObjectNode json) {
        try {
            return JsonUtils.findMatchingPaths(path, json).stream()
                    .findFirst()
                    .map(
                            node ->
                                    node.isArray() && !node.isEmpty()
                                            ? node.get(0).path("value")
                                            : node)
                    .map(node -> node.asText().toLowerCase(Locale.ROOT))
                    .orElse(null);
        } catch (ScimException none) {
            return null;
        }
    }

    /** Only the attributes asked for, or all but those; id and schemas always stay. */
    static ObjectNode cut(ObjectNode json, String attributes, String excluded) {
        Set<String> wanted = names(attributes);
        Set<String> unwanted = names(excluded);
        if (wanted.isEmpty() && unwanted.isEmpty()) {
            return json;
        }
        ObjectNode cut = ScimJson.object();
        json.fields()
                .forEachRemaining(
                        member -> {
                            String name = member.getKey().toLowerCase(Locale.ROOT);
                            boolean in = wanted.isEmpty() || wanted.contains(name);
                            Optional<ObjectNode> part = part(member.getValue(), name, wanted);
                            if (ALWAYS.contains(name) || in && !unwanted.contains(name)) {
                                cut.set(member.getKey(), member.getValue());
                            } else if (part.isPresent()) {
                                cut.set(member.getKey(), part.get());
                            }
                        });
        return cut;
    }

    /** The part of a complex attribute that is asked for as in {@code name.familyName}. */
    private static Optional<ObjectNode> part(JsonNode value, String name, Set<String> wanted) {
        ObjectNode part = ScimJson.object();
        if (value instanceof ObjectNode of) {
            of.fields()
                    .forEachRemaining(
                            member -> {
                                String full = member.getKey().toLowerCase(Locale.ROOT);
                                if (wanted.contains(name + "." + full)
                                        || wanted.contains(name + ":" + full)) {
                                    part.set(member.getKey(), member.getValue());
                                }
                            });
        }
        return part.isEmpty() ? Optional.empty() : Optional.of(part);
    }

    private static Set<String> names(String list) {
        Set<String> names = new HashSet<>();
        Arrays.stream(list.split(","))
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .map(one -> one.toLowerCase(Locale.ROOT))
                .forEach(
                        one ->
                                names.add(
                                        one.startsWith(
                                                        ScimUsers.SCHEMA.toLowerCase(Locale.ROOT)
                                                                + ":")
                                                ? one.substring(ScimUsers.SCHEMA.length() + 1)
                                                : one));
        return names;
    }
}
