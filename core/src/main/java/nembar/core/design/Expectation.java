package nembar.core.design;

import java.util.Optional;
import nembar.core.condition.Condition;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * A sentence about access that must stay true (docs/access-model.md, section 7): its subject can,
 * or can never, do something with its object.
 *
 * @param subject people, or holders of a role
 * @param owner key of the person who answers for it
 */
public record Expectation(
        String key,
        String name,
        Audience subject,
        Claim claim,
        Target target,
        Optional<String> owner,
        String reason,
        Severity severity)
        implements Element {
    /** This expectation of other people. */
    public Expectation withSubject(Audience other) {
        return new Expectation(key, name, other, claim, target, owner, reason, severity);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.EXPECTATION;
    }

    /** What is said of every person of the subject. */
    public enum Claim {
        /** On one of the object's records at least. */
        CAN,
        /** On each of the object's records. */
        CAN_ON_EVERY,
        /** On none of the object's records. */
        CAN_NEVER
    }

    /** How bad it is when it does not hold. */
    public enum Severity {
        INFORMATION,
        WARNING,
        ERROR
    }

    /** What is, or is never, done to what. */
    public sealed interface Target {
        /** An operation on the records of a type, or on those that meet a condition. */
        record OnRecords(String recordType, String operation, Optional<Condition> condition)
                implements Target {}

        /** An operation on one record. */
        record OnRecord(String recordType, String record, String operation) implements Target {}

        /** A field, seen or changed. */
        record OnField(String recordType, String field, Privilege.FieldPrivilege.Use use)
                implements Target {}

        /** Every field with a classification, seen or changed. */
        record OnClassified(String classification, Privilege.FieldPrivilege.Use use)
                implements Target {}

        /** A function, at this level at least. */
        record OnFunction(String function, String level) implements Target {}
    }
}
