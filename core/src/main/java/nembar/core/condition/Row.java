package nembar.core.condition;

/** The values a condition is evaluated on: by property name, null where there is none. */
@FunctionalInterface
public interface Row {
    /** No values at all. */
    Row EMPTY = name -> null;

    Object value(String property);
}
