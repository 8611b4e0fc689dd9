package nembar.core.condition;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.text.Nearest;

/** Reads the JSON encoding from parsed JSON; depth and size are limited. */
final class JsonReader {
    private final Map<Expression, String> places;
    private int nodes;

    JsonReader(Map<Expression, String> places) {
        this.places = places;
    }

    Expression read(Object json) {
        return node(json, "$", 0);
    }

    private Expression node(Object json, String place, int depth) {
        if (depth > Limits.DEPTH) {
            throw refused(place, "parts stand more than " + Limits.DEPTH + " deep in one another");
        }
        if (++nodes > Limits.NODES) {
            throw refused(place, "a condition has at most " + Limits.NODES + " parts");
        }
        Expression read = any(json, place, depth);
        places.put(read, place);
        return read;
    }

    private Expression any(Object json, String place, int depth) {
        if (json instanceof String text) {
            return new Expression.Literal(Characters.checked(text, place));
        }
        if (json instanceof Boolean) {
            return new Expression.Literal(json);
        }
        if (json instanceof Number number) {
            return new Expression.Literal(Limits.number(number.toString(), place));
        }
        if (json instanceof List<?> list) {
            return new Expression.Array(nodes(list, place, depth));
        }
        if (!(json instanceof Map<?, ?> object)) {
            throw refused(place, "expected an object, a list, a text, a number, true or false");
        }
        if (object.containsKey("op")) {
            only(object, place, "op", "args");
            return operation(object, place, depth);
        }
        if (object.containsKey("property")) {
            only(object, place, "property");
            return new Expression.Property(
                    Characters.checked(text(object.get("property"), place), place));
        }
        if (object.containsKey("date")) {
            only(object, place, "date");
            return new Expression.Literal(TextReader.day(place, text(object.get("date"), place)));
        }
        if (object.containsKey("timestamp")) {
            only(object, place, "timestamp");
            return new Expression.Literal(
                    TextReader.moment(place, text(object.get("timestamp"), place)));
        }
        if (object.containsKey("interval")) {
            only(object, place, "interval");
            List<?> ends = list(object.get("interval"), place + ".interval");
            if (ends.size() != 2) {
                throw refused(place + ".interval", "an interval has two ends");
            }
            return new Expression.Interval(
                    end(ends.get(0), place + ".interval[0]", depth),
                    end(ends.get(1), place + ".interval[1]", depth));
        }
        throw refused(place, "expected one of op, property, date, timestamp, interval");
    }

    private Expression operation(Map<?, ?> object, String place, int depth) {
        String name = text(object.get("op"), place + ".op");
        List<?> given = list(object.get("args"), place + ".args");
        List<Expression> arguments = nodes(given, place + ".args", depth);
        Optional<Operator> operator = Operator.named(name);
        if (operator.isPresent()) {
            if (!operator.get().takes(arguments.size())) {
                throw refused(place, name + " takes " + operator.get().arity() + " arguments");
            }
            return new Expression.Call(operator.get(), arguments);
        }
        Added added =
                Added.named(name)
                        .orElseThrow(
                                () ->
                                        refused(
                                                place + ".op",
                                                "no operator or function `"
                                                        + name
                                                        + "`"
                                                        + Nearest.hint(name, Added.words())));
        if (!added.takes(arguments.size())) {
            throw refused(place, name + " takes " + added.arity() + " arguments");
        }
        return new Expression.Applied(added, arguments);
    }

    private Optional<Expression> end(Object json, String place, int depth) {
        if (json instanceof String said) {
            return TextReader.end(said, place);
        }
        return Optional.of(node(json, place, depth + 1));
    }

    private List<Expression> nodes(List<?> list, String place, int depth) {
        List<Expression> read = new ArrayList<>();
        for (int i = 0; i < list.size(); i++) {
            read.add(node(list.get(i), place + "[" + i + "]", depth + 1));
        }
        return read;
    }

    private static void only(Map<?, ?> object, String place, String... members) {
        for (Object member : object.keySet()) {
            if (!List.of(members).contains(member)) {
                throw refused(place, "`" + member + "` has no place here");
            }
        }
    }

    private static String text(Object json, String place) {
        if (json instanceof String text) {
            return text;
        }
        throw refused(place, "expected a text");
    }

    private static List<?> list(Object json, String place) {
        if (json instanceof List<?> list) {
            return list;
        }
        throw refused(place, "expected a list");
    }

    private static ConditionRefused refused(String place, String reason) {
        return new ConditionRefused(place, reason);
    }
}
