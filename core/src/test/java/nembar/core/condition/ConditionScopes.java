package nembar.core.condition;

import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A voyage's names, for the tests of this package. */
final class ConditionScopes {
    static final Scope VOYAGE =
            new Scope(
                    "Voyage",
                    names(),
                    EnumSet.allOf(Added.class),
                    List.of("harbour", "pier", "quay"),
                    Map.of(
                            "tide",
                            List.of("none", "look", "set"),
                            "map",
                            List.of("none", "look", "redraw")));

    private ConditionScopes() {}

    private static Map<String, Scope.Named> names() {
        Map<String, Scope.Named> names = new HashMap<>();
        put(names, "status", ValueType.TEXT, "planned", "under way", "closed");
        put(names, "barge", ValueType.TEXT);
        put(names, "unit", ValueType.TEXT);
        put(names, "margin", ValueType.NUMBER);
        put(names, "lots", ValueType.NUMBER);
        put(names, "due", ValueType.DATE);
        put(names, "departs", ValueType.TIMESTAMP);
        put(names, "arrives", ValueType.TIMESTAMP);
        put(names, "hazardous", ValueType.YES_NO);
        put(names, "permits", ValueType.LIST);
        put(names, "user.id", ValueType.TEXT);
        put(names, "user.unit", ValueType.TEXT);
        put(names, "user.grade", ValueType.NUMBER);
        put(names, "user.teams", ValueType.LIST);
        return names;
    }

    private static void put(
            Map<String, Scope.Named> names, String name, ValueType type, String... choices) {
        names.put(
                name,
                new Scope.Named(type, List.of(choices), name.replace("user.", "the person's ")));
    }
}
