package nembar.core.decision;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege;
import nembar.core.design.Privilege.FunctionPrivilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.Reach;

/** What is in a person's hands, looked up by what its privileges are about. */
final class HeldPrivileges {
    private final List<Holding> holdings;
    private final boolean external;
    private final Map<String, List<Held<RecordPrivilege>>> onRecords = new HashMap<>();
    private final Map<String, List<Held<FieldPrivilege>>> onFields = new HashMap<>();
    private final Map<String, List<Held<FunctionPrivilege>>> onFunctions = new HashMap<>();

    /** A privilege, and the holding it is part of. */
    record Held<P extends Privilege>(Holding holding, P privilege) {}

    /**
     * @param external whether to keep the person in as externals are
     */
    HeldPrivileges(List<Holding> holdings, boolean external) {
        this.holdings = holdings;
        this.external = external;
        for (Holding holding : holdings) {
            for (Privilege privilege : holding.set().privileges()) {
                if (privilege instanceof RecordPrivilege of) {
                    put(onRecords, of.recordType(), new Held<>(holding, of));
                } else if (privilege instanceof FieldPrivilege of) {
                    put(onFields, of.recordType(), new Held<>(holding, of));
                } else if (privilege instanceof FunctionPrivilege of) {
                    put(onFunctions, of.function(), new Held<>(holding, of));
                }
            }
        }
    }

    private static <P> void put(Map<String, List<P>> by, String key, P one) {
        by.computeIfAbsent(key, any -> new ArrayList<>()).add(one);
    }

    List<Holding> holdings() {
        return holdings;
    }

    /** The record privileges for the operation, counting or not. */
    Stream<Held<RecordPrivilege>> giving(RecordType type, Operation operation) {
        return onRecords.getOrDefault(type.key(), List.of()).stream()
                .filter(held -> gives(held.privilege(), type, operation));
    }

    /** The field privileges that open the field and count. */
    Stream<Held<FieldPrivilege>> opening(RecordType type, Field field) {
        return onFields.getOrDefault(type.key(), List.of()).stream()
                .filter(held -> held.privilege().fields().contains(field.key()))
                .filter(held -> counts(held.privilege().reach(), type));
    }

    /** The privileges for the function. */
    Stream<Held<FunctionPrivilege>> onFunction(String key) {
        return onFunctions.getOrDefault(key, List.of()).stream();
    }

    /** Whether a reach counts for the person on this type. */
    boolean counts(Reach reach, RecordType type) {
        return !external || reach.countsForExternalsOn(type);
    }

    /** Whether the privilege is one for the operation, with any reach at all. */
    static boolean gives(RecordPrivilege privilege, RecordType type, Operation operation) {
        return privilege.recordType().equals(type.key())
                && privilege.reach() != Reach.NONE
                && type.operation(privilege.operation())
                        .filter(given -> given.carries(operation))
                        .isPresent();
    }
}
