package nembar.core.directory;

import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.condition.Added;
import nembar.core.condition.Scope;
import nembar.core.condition.Scope.Named;
import nembar.core.condition.ValueType;
import nembar.core.text.Words;

/**
 * The names by which conditions speak of a person (docs/access-model.md, section 5): {@code
 * user.id}, {@code user.unit} ..., and the directory's attributes.
 */
public final class PersonNames {
    private static final Map<String, Named> ALWAYS =
            Map.of(
                    "id", named(ValueType.TEXT, "the person"),
                    "kind",
                            named(
                                    ValueType.TEXT,
                                    "the person's kind",
                                    "staff",
                                    "external",
                                    "service"),
                    "unit", named(ValueType.TEXT, "the person's unit"),
                    "manager", named(ValueType.TEXT, "the person's manager"),
                    "accounts", named(ValueType.LIST, "the person's accounts"));

    private PersonNames() {}

    /** What a condition on who is in a team may speak of: the person alone, at no instant. */
    public static Scope ofTeams(Directory directory) {
        return new Scope(
                "Person",
                names(directory.attributes()),
                EnumSet.of(Added.BELOW),
                directory.unitNames().keySet(),
                Map.of());
    }

    /** Everything of a person that a condition on records may speak of. */
    public static Map<String, Named> ofRecords(List<Attribute> attributes) {
        Map<String, Named> names = names(attributes);
        names.put(Scope.PERSON + "account", named(ValueType.TEXT, "the account acted for"));
        names.put(Scope.PERSON + "teams", named(ValueType.LIST, "the person's teams"));
        return names;
    }

    /** Names that an attribute may not take. */
    public static Set<String> taken() {
        Set<String> taken = new java.util.TreeSet<>(ALWAYS.keySet());
        taken.addAll(List.of("account", "teams"));
        return taken;
    }

    /** The value of a name that does not depend on teams or on the account acted for. */
    static Object value(Person person, String name) {
        String key = name.substring(Scope.PERSON.length());
        return switch (key) {
            case "id" -> person.key();
            case "kind" -> Words.of(person.kind());
            case "unit" -> person.unit().orElse(null);
            case "manager" -> person.manager().orElse(null);
            case "accounts" ->
                    person.accounts().stream().sorted(Comparator.naturalOrder()).toList();
            default -> person.attributes().get(key);
        };
    }

    private static Map<String, Named> names(List<Attribute> attributes) {
        Map<String, Named> names = new HashMap<>();
        ALWAYS.forEach((key, named) -> names.put(Scope.PERSON + key, named));
        for (Attribute attribute : attributes) {
            names.put(
                    Scope.PERSON + attribute.key(),
                    new Named(
                            attribute.type(),
                            attribute.choices(),
                            "the person's " + attribute.label().toLowerCase(Locale.ROOT)));
        }
        return names;
    }

    private static Named named(ValueType type, String words, String... choices) {
        return new Named(type, List.of(choices), words);
    }

    /** The type of a name; text where there is no such name. */
    static ValueType type(Map<String, Named> names, String name) {
        return Optional.ofNullable(names.get(name)).map(Named::type).orElse(ValueType.TEXT);
    }
}
