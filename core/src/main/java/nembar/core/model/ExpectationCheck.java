package nembar.core.model;

import static nembar.core.model.ModelCheck.keysOf;

import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Polarity;
import nembar.core.design.Expectation;
import nembar.core.design.Expectation.Target;

/** Checks what expectations name (docs/access-model.md, section 7). */
final class ExpectationCheck {
    private final Catalogue catalogue;
    private final AudienceCheck audiences;
    private final ModelCheck check;
    private final DesignCheck designs;
    private final Set<String> types;

    ExpectationCheck(
            Catalogue catalogue, AudienceCheck audiences, ModelCheck check, DesignCheck designs) {
        this.catalogue = catalogue;
        this.audiences = audiences;
        this.check = check;
        this.designs = designs;
        types = keysOf(catalogue.recordTypes(), RecordType::key);
    }

    void check(Expectation expectation) {
        String path = expectation.kind().path(expectation.key());
        audiences.run(path + ".subject", expectation.subject());
        designs.person(path + ".owner", expectation.owner());
        if (expectation.target() instanceof Target.OnRecords of) {
            type(path, of.recordType())
                    .ifPresent(
                            type -> {
                                operation(path, of.operation(), type);
                                designs.condition(path, of.condition(), type, Polarity.OPENS);
                            });
        } else if (expectation.target() instanceof Target.OnRecord of) {
            type(path, of.recordType()).ifPresent(type -> operation(path, of.operation(), type));
        } else if (expectation.target() instanceof Target.OnField of) {
            type(path, of.recordType())
                    .ifPresent(
                            type ->
                                    check.refers(
                                            path + ".field",
                                            "field",
                                            of.field(),
                                            keysOf(type.fields(), Field::key)));
        } else if (expectation.target() instanceof Target.OnClassified of) {
            check.refers(
                    path + ".classification",
                    "classification",
                    of.classification(),
                    catalogue.recordTypes().stream()
                            .flatMap(type -> type.fields().stream())
                            .flatMap(field -> field.classifications().stream())
                            .collect(Collectors.toSet()));
        } else if (expectation.target() instanceof Target.OnFunction of) {
            Set<String> functions = keysOf(catalogue.functions(), Function::key);
            if (check.refers(path + ".function", "function", of.function(), functions)) {
                Function function = catalogue.function(of.function()).orElseThrow();
                check.refers(path + ".level", "level", of.level(), function.levels());
            }
        }
    }

    private Optional<RecordType> type(String path, String key) {
        return check.refers(path + ".recordType", "record type", key, types)
                ? catalogue.recordType(key)
                : Optional.empty();
    }

    private void operation(String path, String key, RecordType type) {
        check.refers(
                path + ".operation", "operation", key, keysOf(type.operations(), Operation::key));
    }
}
