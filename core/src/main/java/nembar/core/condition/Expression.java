package nembar.core.condition;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A node of a condition. Two nodes are equal when they say the same in the same shape. */
public sealed interface Expression {
    Expression TRUE = new Literal(true);
    Expression FALSE = new Literal(false);

    /** A value written out: the Java types that {@link ValueType} names, never null. */
    record Literal(Object value) implements Expression {}

    /** No value, where a person has none for a name; only {@link Binding} makes it. */
    record Absent(ValueType type) implements Expression {}

    /** A field of the record, or with {@code user.} in front a value of the person's. */
    record Property(String name) implements Expression {
        public boolean ofPerson() {
            return name.startsWith(Scope.PERSON);
        }
    }

    /** From one instant or day to another; an empty end is open. */
    record Interval(Optional<Expression> from, Optional<Expression> to) implements Expression {}

    /** A list of values. */
    record Array(List<Expression> elements) implements Expression {
        public Array {
            elements = List.copyOf(elements);
        }
    }

    /** An operator and what it is applied to. */
    record Call(Operator operator, List<Expression> arguments) implements Expression {
        public Call {
            arguments = List.copyOf(arguments);
        }

        public Expression argument(int index) {
            return arguments.get(index);
        }
    }

    /** One of the functions that Nembar adds. */
    record Applied(Added function, List<Expression> arguments) implements Expression {
        public Applied {
            arguments = List.copyOf(arguments);
        }
    }

    static Call of(Operator operator, Expression... arguments) {
        return new Call(operator, List.of(arguments));
    }

    static Call not(Expression condition) {
        return of(Operator.NOT, condition);
    }

    /** The nodes directly below this one. */
    default List<Expression> parts() {
        if (this instanceof Call call) {
            return call.arguments();
        }
        if (this instanceof Applied applied) {
            return applied.arguments();
        }
        if (this instanceof Array array) {
            return array.elements();
        }
        if (this instanceof Interval interval) {
            return Stream.concat(interval.from().stream(), interval.to().stream()).toList();
        }
        return List.of();
    }

    /** Names of all properties in it, each once, in order of appearance. */
    default List<String> properties() {
        if (this instanceof Property property) {
            return List.of(property.name());
        }
        return parts().stream().flatMap(part -> part.properties().stream()).distinct().toList();
    }
}
