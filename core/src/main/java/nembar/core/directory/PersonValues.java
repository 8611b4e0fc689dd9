package nembar.core.directory;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import nembar.core.condition.Binding;
import nembar.core.condition.Scope;
import nembar.core.condition.ValueType;

/**
 * What conditions take from a person, the account they act for and the moment.
 *
 * @param timeless whether the instant and the day stay open
 * @param has whether the person has at least a level of a function
 */
public record PersonValues(
        Directory directory,
        Person person,
        Optional<String> account,
        Instant now,
        ZoneId zone,
        boolean timeless,
        BiPredicate<String, String> has)
        implements Binding.Person {
    @Override
    public Object value(String name) {
        return switch (name.substring(Scope.PERSON.length())) {
            case "account" -> account.orElse(null);
            case "teams" -> List.copyOf(directory.teamsOf(person.key()));
            default -> PersonNames.value(person, name);
        };
    }

    @Override
    public ValueType type(String name) {
        Map<String, Scope.Named> names = PersonNames.ofRecords(directory.attributes());
        return PersonNames.type(names, name);
    }

    @Override
    public boolean has(String function, String level) {
        return has.test(function, level);
    }

    @Override
    public Set<String> unitAndBelow(String unit) {
        return directory.unitAndBelow(unit);
    }

    @Override
    public LocalDate today() {
        return now.atZone(zone).toLocalDate();
    }
}
