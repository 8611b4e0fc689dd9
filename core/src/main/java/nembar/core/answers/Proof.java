package nembar.core.answers;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.FieldCoverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Expectation;
import nembar.core.design.Expectation.Claim;
import nembar.core.design.Expectation.Target;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;

/**
 * Whether an expectation holds (docs/access-model.md, section 7), and if not, the first of its
 * people, in the directory's order, for whom it does not.
 *
 * @param covered how many of its subject's personas are active people's
 * @param counterExample who breaks it, and by which record where one shows it
 */
public record Proof(
        Expectation expectation,
        boolean holds,
        int covered,
        Optional<CounterExample> counterExample) {
    /**
     * Somebody for whom it is not so.
     *
     * @param type the record type looked at; empty for a function
     * @param record key of a record that shows it; empty where none has to
     */
    public record CounterExample(
            Persona persona,
            Optional<RecordType> type,
            Optional<Field> field,
            Optional<String> record) {}

    /** Proves or refutes it, by one scan of each record type it is about. */
    public static Proof of(Moment moment, Expectation expectation, Counting counting) {
        return new Proving(moment, expectation, counting).prove();
    }

    /** What somebody has of the object, and the whole object, as records of one type. */
    private record Having(
            Persona persona,
            RecordType type,
            Optional<Field> field,
            RecordSet has,
            RecordSet object) {}

    private static final class Proving {
        private final Moment moment;
        private final AccessModel model;
        private final Expectation expectation;
        private final Counting counting;
        private final List<Persona> subject = new ArrayList<>();

        Proving(Moment moment, Expectation expectation, Counting counting) {
            this.moment = moment;
            this.model = moment.model();
            this.expectation = expectation;
            this.counting = counting;
            BitSet personas = model.personasIn(expectation.subject(), moment.at());
            for (Persona persona : model.personas().all()) {
                if (personas.get(persona.number()) && persona.person().active()) {
                    subject.add(persona);
                }
            }
        }

        Proof prove() {
            if (expectation.target() instanceof Target.OnFunction of) {
                return result(onFunction(of));
            }
            if (expectation.target() instanceof Target.OnRecords of) {
                RecordType type = type(of.recordType());
                Operation operation = type.operation(of.operation()).orElseThrow();
                return onRecords(
                        type,
                        operation,
                        persona ->
                                of.condition().isEmpty()
                                        ? RecordSet.EVERYTHING
                                        : moment.access(persona).meeting(of.condition(), type));
            }
            if (expectation.target() instanceof Target.OnRecord of) {
                RecordType type = type(of.recordType());
                Operation operation = type.operation(of.operation()).orElseThrow();
                RecordSet one =
                        RecordSet.among(
                                type.keyField(), new TreeSet<>(Set.of(of.record())), of.record());
                return onRecords(type, operation, persona -> one);
            }
            List<Having> all = new ArrayList<>();
            for (RecordType type : model.catalogue().recordTypes()) {
                for (Field field : type.fields()) {
                    asked(type, field).ifPresent(use -> all.addAll(onField(type, field, use)));
                }
            }
            return result(judged(all));
        }

        private Proof result(Optional<CounterExample> counterExample) {
            return new Proof(expectation, counterExample.isEmpty(), subject.size(), counterExample);
        }

        private Optional<CounterExample> onFunction(Target.OnFunction of) {
            Function function = model.catalogue().function(of.function()).orElseThrow();
            boolean should = expectation.claim() != Claim.CAN_NEVER;
            return subject.stream()
                    .filter(
                            persona ->
                                    moment.access(persona).function(function).atLeast(of.level())
                                            != should)
                    .findFirst()
                    .map(
                            persona ->
                                    new CounterExample(
                                            persona,
                                            Optional.empty(),
                                            Optional.empty(),
                                            Optional.empty()));
        }

        private Proof onRecords(
                RecordType type,
                Operation operation,
                java.util.function.Function<Persona, RecordSet> object) {
            List<Having> all = new ArrayList<>();
            for (Persona persona : subject) {
                all.add(
                        new Having(
                                persona,
                                type,
                                Optional.empty(),
                                moment.accessOn(persona, type).records(type, operation),
                                object.apply(persona)));
            }
            // What may be created is not there to be counted: having any way to is what counts.
            return result(operation.equals(Operation.CREATE) ? bySymbols(all) : judged(all));
        }

        private List<Having> onField(RecordType type, Field field, Use use) {
            List<Having> all = new ArrayList<>();
            for (Persona persona : subject) {
                PersonAccess access = moment.accessOn(persona, type);
                FieldCoverage coverage = access.field(type, field);
                all.add(
                        new Having(
                                persona,
                                type,
                                Optional.of(field),
                                use == Use.CHANGE ? coverage.changed() : coverage.viewed(),
                                RecordSet.EVERYTHING));
            }
            return all;
        }

        private Optional<Use> asked(RecordType type, Field field) {
            if (expectation.target() instanceof Target.OnField of) {
                boolean named =
                        of.recordType().equals(type.key()) && of.field().equals(field.key());
                return named ? Optional.of(of.use()) : Optional.empty();
            }
            Target.OnClassified of = (Target.OnClassified) expectation.target();
            return field.classifications().contains(of.classification())
                    ? Optional.of(of.use())
                    : Optional.empty();
        }

        private Optional<CounterExample> bySymbols(List<Having> all) {
            boolean should = expectation.claim() != Claim.CAN_NEVER;
            return all.stream()
                    .filter(one -> one.has().equals(RecordSet.NOTHING) == should)
                    .findFirst()
                    .map(one -> counterExample(one, Optional.empty()));
        }

        private Optional<CounterExample> judged(List<Having> all) {
            Map<RecordType, List<Having>> byType = new java.util.LinkedHashMap<>();
            all.forEach(
                    one -> byType.computeIfAbsent(one.type(), any -> new ArrayList<>()).add(one));
            for (Map.Entry<RecordType, List<Having>> of : byType.entrySet()) {
                Set<RecordSet> telling = new LinkedHashSet<>();
                of.getValue().forEach(one -> telling.add(telling(one)));
                telling.remove(RecordSet.NOTHING);
                Map<RecordSet, Long> counts =
                        telling.isEmpty() ? Map.of() : counting.count(of.getKey(), telling);
                for (Having one : of.getValue()) {
                    boolean some = counts.getOrDefault(telling(one), 0L) > 0;
                    if (some != (expectation.claim() == Claim.CAN)) {
                        return Optional.of(counterExample(one, example(one, some)));
                    }
                }
            }
            return Optional.empty();
        }

        /** The records whose being there, or not, tells whether it holds. */
        private RecordSet telling(Having one) {
            return expectation.claim() == Claim.CAN_ON_EVERY
                    ? RecordSet.less(one.object(), one.has())
                    : RecordSet.allOf(one.has(), one.object());
        }

        private Optional<String> example(Having one, boolean some) {
            return some
                    ? counting.examples(one.type(), telling(one), 1).stream().findFirst()
                    : Optional.empty();
        }

        private static CounterExample counterExample(Having one, Optional<String> record) {
            return new CounterExample(one.persona(), Optional.of(one.type()), one.field(), record);
        }

        private RecordType type(String key) {
            return model.catalogue().recordType(key).orElseThrow();
        }
    }
}
