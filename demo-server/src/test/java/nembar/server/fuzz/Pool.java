package nembar.server.fuzz;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import tools.jackson.databind.JsonNode;

/** Values that were seen in answers, by the name they had, so that later requests hit something. */
final class Pool {
    private static final int KEPT = 60;
    private static final int DEEP = 8;

    private final Map<String, List<String>> values = new HashMap<>();
    private final Random random;

    Pool(Random random) {
        this.random = random;
    }

    void put(String name, String... some) {
        for (String one : some) {
            List<String> known = values.computeIfAbsent(name, any -> new ArrayList<>());
            if (!known.contains(one)) {
                if (known.size() >= KEPT) {
                    known.remove(random.nextInt(known.size()));
                }
                known.add(one);
            }
        }
    }

    Optional<String> any(String name) {
        List<String> known = values.getOrDefault(name, List.of());
        return known.isEmpty()
                ? Optional.empty()
                : Optional.of(known.get(random.nextInt(known.size())));
    }

    /**
     * Keeps what an answer has, by name, and what identifies something also by the collection in
     * whose address it stood: "drafts.id".
     */
    void learn(String collection, JsonNode answer) {
        learn(collection, answer, 0);
    }

    private void learn(String collection, JsonNode node, int depth) {
        if (depth > DEEP) {
            return;
        }
        if (node.isArray()) {
            node.forEach(one -> learn(collection, one, depth + 1));
        }
        node.properties()
                .forEach(
                        member -> {
                            JsonNode value = member.getValue();
                            boolean simple = value.isString() || value.isNumber();
                            if (simple && value.asString().length() < 100) {
                                put(member.getKey(), value.asString());
                                put(collection + "." + member.getKey(), value.asString());
                            } else {
                                learn(
                                        value.isObject() && !member.getKey().equals("draft")
                                                ? collection
                                                : member.getKey().equals("draft")
                                                        ? "drafts"
                                                        : collection,
                                        value,
                                        depth + 1);
                            }
                        });
    }
}
