package nembar.core.condition;

import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A condition on a record, or on a person (docs/access-model.md, section 5). Equal when the
 * expressions are. It keeps where each of its parts was written, so that what a later check finds
 * can be pointed at.
 */
public final class Condition {
    private final Expression expression;
    private final Map<Expression, String> places;

    private Condition(Expression expression, Map<Expression, String> places) {
        this.expression = expression;
        this.places = places;
    }

    /**
     * Reads the text encoding.
     *
     * @throws ConditionRefused with the place of the first thing that cannot be read
     */
    public static Condition ofText(String text) {
        IdentityHashMap<Expression, String> places = new IdentityHashMap<>();
        return new Condition(new TextReader(text, places).read(), places);
    }

    /**
     * Reads the JSON encoding.
     *
     * @param json the parsed JSON: maps, lists, texts, numbers and truth values of the JDK
     * @throws ConditionRefused with the place of the first thing that cannot be read
     */
    public static Condition ofJson(Object json) {
        IdentityHashMap<Expression, String> places = new IdentityHashMap<>();
        return new Condition(new JsonReader(places).read(json), places);
    }

    public static Condition of(Expression expression) {
        return new Condition(expression, Map.of());
    }

    public Expression expression() {
        return expression;
    }

    /** Whether it depends on who looks: on a value or a level of theirs. */
    public boolean personal() {
        return calls(Added.HAS)
                || expression.properties().stream().anyMatch(one -> one.startsWith(Scope.PERSON));
    }

    /** Whether the function is called anywhere in it. */
    public boolean calls(Added function) {
        return calls(expression, function);
    }

    private static boolean calls(Expression expression, Added function) {
        if (expression instanceof Expression.Applied applied) {
            return applied.function() == function
                    || applied.arguments().stream().anyMatch(one -> calls(one, function));
        }
        if (expression instanceof Expression.Call call) {
            return call.arguments().stream().anyMatch(one -> calls(one, function));
        }
        if (expression instanceof Expression.Array array) {
            return array.elements().stream().anyMatch(one -> calls(one, function));
        }
        return expression instanceof Expression.Interval interval
                && Stream.of(interval.from(), interval.to())
                        .flatMap(Optional::stream)
                        .anyMatch(one -> calls(one, function));
    }

    /** The text encoding; reading it gives an equal condition. */
    public String text() {
        return TextWriter.text(expression);
    }

    /** The JSON encoding, as maps and lists; reading it gives an equal condition. */
    public Object json() {
        return JsonWriter.json(expression);
    }

    /** The condition for people: "status is not closed and departs within 7 days". */
    public String words(Scope scope) {
        return new ConditionWords(scope).say(expression);
    }

    /**
     * Checks names, types and functions.
     *
     * @throws ConditionRefused with the place of the first thing that is wrong
     */
    public void check(Scope scope, Polarity standing) {
        TypeCheck check = new TypeCheck(scope, places);
        check.condition(expression);
        check.functionsStand(expression, standing);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Condition same && expression.equals(same.expression);
    }

    @Override
    public int hashCode() {
        return expression.hashCode();
    }

    @Override
    public String toString() {
        return text();
    }
}
