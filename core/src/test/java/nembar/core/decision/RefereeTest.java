package nembar.core.decision;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.testing.RandomWorld;
import nembar.core.testing.Referee;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

/**
 * Engine and referee side by side: on the worlds on which engine, SQL or referee have once
 * disagreed, and for the laws on any other.
 */
class RefereeTest {
    /** Judges one operation of one person on one record. */
    interface Case {
        void judge(
                PersonAccess access, RecordType type, Operation operation, GovernedRecord record);
    }

    @ParameterizedTest
    @CsvFileSource(resources = "/past-disagreements.csv", numLinesToSkip = 1)
    void theEngineAgreesWhereItOnceDidNot(long seed) {
        agree(new RandomWorld(seed));
    }

    static void agree(RandomWorld world) {
        AccessModel model = world.model();
        Map<Standpoint, Referee> referees = new HashMap<>();
        each(
                world,
                model,
                (access, type, operation, record) -> {
                    Referee referee =
                            referees.computeIfAbsent(
                                    access.who(), who -> new Referee(model, world.fleet(), who));
                    String what =
                            access.who().person().key() + " " + operation.key() + " " + record;
                    boolean expected = referee.may(operation.key(), record);
                    assertThat(access.decide(type, operation, record, world.fleet()).allowed())
                            .as(what)
                            .isEqualTo(expected);
                    assertThat(access.allows(type, operation, record, world.fleet()))
                            .as(what)
                            .isEqualTo(expected);
                    if (operation.equals(Operation.VIEW)) {
                        for (Field field : type.fields()) {
                            assertThat(access.field(type, field).levelOn(record, world.fleet()))
                                    .as(what + " " + field.key())
                                    .isEqualTo(referee.level(field, record));
                        }
                    }
                });
        for (Standpoint who : RandomWorld.standpoints(model)) {
            PersonAccess access = new PersonAccess(model, who);
            for (Function function : model.catalogue().functions()) {
                assertThat(function.levels().indexOf(access.function(function).level()))
                        .isEqualTo(new Referee(model, world.fleet(), who).level(function));
            }
        }
    }

    static void each(RandomWorld world, AccessModel model, Case judged) {
        for (Standpoint who : RandomWorld.standpoints(model)) {
            PersonAccess access = new PersonAccess(model, who);
            for (RecordType type : model.catalogue().recordTypes()) {
                for (Operation operation : type.operations()) {
                    for (GovernedRecord record : world.fleet().of(type.key()).subList(0, 8)) {
                        judged.judge(access, type, operation, record);
                    }
                }
            }
        }
    }
}
