package nembar.core.directory;

import java.util.List;
import nembar.core.condition.ValueType;

/**
 * Something that is known of people besides what everybody has (docs/access-model.md, section 2).
 * Conditions name it with {@code user.} in front.
 *
 * @param type text, number, date, yes or no, or list
 * @param choices what its value may be; empty when that is not limited
 */
public record Attribute(String key, String label, ValueType type, List<String> choices) {
    public Attribute {
        choices = List.copyOf(choices);
    }

    /** Whether the value may stand here: of the type, and one of the choices. */
    public boolean takes(Object value) {
        if (value instanceof List<?> list) {
            return type == ValueType.LIST && list.stream().allMatch(this::chosen);
        }
        return switch (type) {
            case TEXT -> value instanceof String && chosen(value);
            case NUMBER -> value instanceof java.math.BigDecimal;
            case DATE -> value instanceof java.time.LocalDate;
            case YES_NO -> value instanceof Boolean;
            default -> false;
        };
    }

    private boolean chosen(Object value) {
        return value instanceof String && (choices.isEmpty() || choices.contains(value));
    }
}
