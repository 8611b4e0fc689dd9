package nembar.core.model;

import static nembar.core.model.ModelCheck.keysOf;

import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Polarity;
import nembar.core.design.Design;
import nembar.core.design.DirectShare;
import nembar.core.design.Opening;
import nembar.core.design.SharingRule;

/** Checks sharing rules and direct shares (docs/access-model.md, section 3). */
final class SharingCheck {
    private final Catalogue catalogue;
    private final AudienceCheck audiences;
    private final ModelCheck check;
    private final DesignCheck designs;
    private final Set<String> types;

    SharingCheck(
            Catalogue catalogue,
            Design design,
            AudienceCheck audiences,
            ModelCheck check,
            DesignCheck designs) {
        this.catalogue = catalogue;
        this.audiences = audiences;
        this.check = check;
        this.designs = designs;
        types = keysOf(catalogue.recordTypes(), RecordType::key);
    }

    void rule(SharingRule rule) {
        String path = rule.kind().path(rule.key());
        audiences.run(path + ".audience", rule.audience());
        rule.ownedBy().ifPresent(owners -> audiences.run(path + ".ownedBy", owners));
        designs.times(path, rule.times());
        if (rule.condition().isPresent() == rule.ownedBy().isPresent()) {
            check.report(
                    path,
                    "say which records it opens: those that meet a condition, or those whose owner"
                            + " is in an audience");
        }
        opened(path, rule.recordType(), rule.opening())
                .ifPresent(
                        type -> {
                            designs.condition(path, rule.condition(), type, Polarity.OPENS);
                            if (rule.ownedBy().isPresent() && type.places().owner().isEmpty()) {
                                check.report(
                                        path + ".ownedBy",
                                        type.singular() + " has no owner field to tell it by");
                            }
                        });
    }

    void share(DirectShare share) {
        String path = share.kind().path(share.key());
        audiences.run(path + ".audience", share.audience());
        designs.person(path + ".givenBy", share.givenBy());
        if (share.record().isBlank()) {
            check.report(path + ".record", "name the record by its key");
        }
        opened(path, share.recordType(), share.opening());
    }

    private Optional<RecordType> opened(String path, String typeKey, Opening opening) {
        if (!check.refers(path + ".recordType", "record type", typeKey, types)) {
            return Optional.empty();
        }
        RecordType type = catalogue.recordType(typeKey).orElseThrow();
        operations(path + ".operations", opening.operations(), type);
        if (opening.operations().isEmpty() && opening.below().isEmpty()) {
            check.report(path + ".operations", "name at least one operation");
        }
        opening.below()
                .forEach(
                        (key, operations) -> {
                            if (check.refers(path + ".below", "record type", key, types)) {
                                RecordType child = catalogue.recordType(key).orElseThrow();
                                operations(path + ".below." + key, operations, child);
                                if (!catalogue.below(child, type)) {
                                    check.report(
                                            path + ".below",
                                            child.plural()
                                                    + " do not belong to "
                                                    + type.plural()
                                                    + ", at any depth");
                                }
                            }
                        });
        return Optional.of(type);
    }

    private void operations(String path, Set<String> operations, RecordType type) {
        Set<String> known = keysOf(type.operations(), Operation::key);
        operations.forEach(key -> check.refers(path, "operation", key, known));
    }
}
