package nembar.core.use;

import java.time.LocalDate;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;

/**
 * What is known of what people used in an application.
 *
 * @param since the first day of which use is known; empty where none is
 * @param last by person's key, the last day on which they used something
 */
public record Use(Optional<LocalDate> since, Map<String, Map<Used, LocalDate>> last) {
    /** Nothing is known. */
    public static final Use UNKNOWN = new Use(Optional.empty(), Map.of());

    /** After so many days without use a right is worth a look. */
    public static final int DAYS = 90;

    /**
     * Something that may be used.
     *
     * @param what a record type, a field as in {@code voyage.margin}, or a function as in {@code
     *     function:import}
     * @param operation of the record type or the field; the level of a function
     */
    public record Used(String what, String operation) {
        public static final String FUNCTION = "function:";

        public static Used level(Function function, String level) {
            return new Used(FUNCTION + function.key(), level);
        }
    }

    /** Whether enough days have passed that a right can be said not to be used. */
    public boolean tells(LocalDate today) {
        return since.filter(first -> !first.isAfter(today.minusDays(DAYS))).isPresent();
    }

    /** The last day on which somebody used any of some privileges; empty for never. */
    public Optional<LocalDate> last(
            String person, Collection<Privilege> privileges, Catalogue catalogue) {
        return last.getOrDefault(person, Map.of()).entrySet().stream()
                .filter(
                        one ->
                                privileges.stream()
                                        .anyMatch(each -> gives(each, one.getKey(), catalogue)))
                .map(Map.Entry::getValue)
                .max(LocalDate::compareTo);
    }

    /** Whether a privilege gives what was used; whoever saw a record saw its fields. */
    private static boolean gives(Privilege privilege, Used used, Catalogue catalogue) {
        if (privilege instanceof FunctionPrivilege one) {
            return used.what().equals(Used.FUNCTION + one.function());
        }
        if (privilege instanceof FieldPrivilege one) {
            return used.what().equals(one.recordType())
                    || one.fields().stream()
                            .anyMatch(field -> used.what().equals(one.recordType() + "." + field));
        }
        RecordPrivilege one = (RecordPrivilege) privilege;
        return used.what().equals(one.recordType())
                && catalogue
                        .recordType(one.recordType())
                        .flatMap(
                                type ->
                                        type.operation(one.operation())
                                                .flatMap(
                                                        given ->
                                                                type.operation(used.operation())
                                                                        .map(given::carries)))
                        .orElse(false);
    }

    /** The last day on which somebody used an operation on records of a type. */
    public Optional<LocalDate> last(String person, String recordType, Operation operation) {
        return Optional.ofNullable(
                last.getOrDefault(person, Map.of()).get(new Used(recordType, operation.key())));
    }
}
