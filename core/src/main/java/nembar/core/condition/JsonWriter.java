package nembar.core.condition;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Writes the JSON encoding as maps, lists, texts, numbers and truth values. */
final class JsonWriter {
    private JsonWriter() {}

    static Object json(Expression expression) {
        if (expression instanceof Expression.Literal literal) {
            return literal(literal.value());
        }
        if (expression instanceof Expression.Property property) {
            return Map.of("property", property.name());
        }
        if (expression instanceof Expression.Interval interval) {
            return Map.of("interval", List.of(end(interval.from()), end(interval.to())));
        }
        if (expression instanceof Expression.Array array) {
            return list(array.elements());
        }
        if (expression instanceof Expression.Applied applied) {
            return operation(applied.function().word(), applied.arguments());
        }
        if (expression instanceof Expression.Call call) {
            return operation(call.operator().jsonName(), call.arguments());
        }
        throw new IllegalStateException("a bound condition is not written");
    }

    private static Map<String, Object> operation(String name, List<Expression> arguments) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("op", name);
        json.put("args", list(arguments));
        return json;
    }

    private static List<Object> list(List<Expression> parts) {
        return parts.stream().map(JsonWriter::json).toList();
    }

    private static Object end(Optional<Expression> end) {
        if (end.isEmpty()) {
            return "..";
        }
        return end.get() instanceof Expression.Literal literal
                ? literal.value().toString()
                : json(end.get());
    }

    private static Object literal(Object value) {
        if (value instanceof java.time.LocalDate) {
            return Map.of("date", value.toString());
        }
        return value instanceof java.time.Instant ? Map.of("timestamp", value.toString()) : value;
    }
}
