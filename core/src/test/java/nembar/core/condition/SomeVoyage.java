package nembar.core.condition;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import nembar.core.testing.RandomCondition;

/** A random voyage looked at by a random person, for the laws of this package. */
final class SomeVoyage implements Binding.Person {
    @Override
    public boolean timeless() {
        return false;
    }

    private final Random random;
    private final Map<String, Object> values = new HashMap<>();

    SomeVoyage(Random random) {
        this.random = random;
        ConditionScopes.VOYAGE
                .names()
                .keySet()
                .forEach(name -> values.put(name, random.nextInt(5) == 0 ? null : of(name)));
    }

    boolean meets(Expression condition) {
        return Evaluator.holds(Binding.bind(condition, this), values::get);
    }

    private Object of(String name) {
        return switch (ConditionScopes.VOYAGE.names().get(name).type()) {
            case NUMBER -> BigDecimal.valueOf(random.nextInt(9) - 3);
            case DATE -> LocalDate.of(2026, 3, 1).plusDays(random.nextInt(5));
            case TIMESTAMP ->
                    Instant.parse("2026-03-01T12:00:00Z").plusSeconds(random.nextInt(5) * 43_200L);
            case YES_NO -> random.nextBoolean();
            case LIST -> List.of(random.nextBoolean() ? "x" : "y");
            default ->
                    name.equals("status")
                            ? "closed"
                            : RandomCondition.TEXTS.get(
                                    random.nextInt(RandomCondition.TEXTS.size()));
        };
    }

    @Override
    public Object value(String name) {
        return values.get(name);
    }

    @Override
    public ValueType type(String name) {
        return ConditionScopes.VOYAGE.names().get(name).type();
    }

    @Override
    public boolean has(String function, String level) {
        return true;
    }

    @Override
    public Set<String> unitAndBelow(String unit) {
        return Set.of(unit);
    }

    @Override
    public Instant now() {
        return Instant.parse("2026-03-03T12:00:00Z");
    }

    @Override
    public LocalDate today() {
        return LocalDate.of(2026, 3, 3);
    }
}
