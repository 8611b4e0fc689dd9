package nembar.server.index;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.decision.PersonAccess;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Draws;
import nembar.core.testing.Fleet;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;
import org.junit.jupiter.api.Test;

/** The index counts what the engine says record by record. */
class ApplicationIndexTest {
    /** Like the database: the conditions of a world are true on some of its records. */
    private static ApplicationIndex.Source source(RandomWorld world) {
        return (type, where) ->
                world.fleet().of(type.key()).stream()
                        .filter(record -> where.contains(record, type, world.fleet()))
                        .map(record -> record.key(type.keyField()).orElseThrow())
                        .toList();
    }

    private static ApplicationIndex index(AccessModel model, Fleet fleet) {
        ApplicationIndex.Builder builder = new ApplicationIndex.Builder(model);
        model.catalogue().recordTypes().forEach(type -> fleet.of(type.key()).forEach(builder::add));
        return builder.build(Instant.EPOCH);
    }

    @Law(tries = 200)
    void itCountsWhatTheEngineSays(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        ApplicationIndex index = index(model, world.fleet());
        for (RecordType type : model.catalogue().recordTypes()) {
            List<RecordSet> sets = new ArrayList<>();
            for (Standpoint who : RandomWorld.standpoints(model)) {
                PersonAccess access = new PersonAccess(model, who);
                for (Operation operation : type.operations()) {
                    sets.add(access.records(type, operation));
                    sets.add(access.coverage(type, operation).grantedByPrivilege());
                    sets.add(
                            RecordSet.less(
                                    access.coverage(type, operation).granted(),
                                    access.records(type, operation)));
                }
                for (Field field : type.fields()) {
                    sets.add(access.field(type, field).viewed());
                }
            }
            Map<RecordSet, Long> counts = index.count(type, sets, source(world));
            List<GovernedRecord> records = world.fleet().of(type.key());
            assertThat(counts.get(RecordSet.EVERYTHING)).isEqualTo(records.size());
            for (RecordSet set : sets) {
                assertThat(counts.get(set))
                        .as("%s: %s", type.key(), set)
                        .isEqualTo(
                                records.stream()
                                        .filter(one -> set.contains(one, type, world.fleet()))
                                        .count());
            }
        }
    }

    @Test
    void whatItDoesNotKeepItDoesNotCount() {
        RandomWorld world = new RandomWorld(7L);
        AccessModel model = world.model();
        RecordType type = model.catalogue().recordTypes().get(0);
        Set<String> kept = TypeIndex.read(type);
        String other =
                type.fields().stream()
                        .map(Field::key)
                        .filter(key -> !kept.contains(key))
                        .findFirst()
                        .orElseThrow();
        RecordSet set = RecordSet.among(other, new TreeSet<>(Set.of("x")), "");
        ApplicationIndex index = index(model, world.fleet());
        assertThatThrownBy(() -> index.count(type, List.of(set), source(world)))
                .isInstanceOf(NotIndexed.class);
        assertThat(index.serves(model)).isTrue();
        assertThat(index.serves(new RandomWorld(8L).model())).isFalse();
    }

    @Test
    void aConditionIsAskedForOnce() {
        RandomWorld world = new RandomWorld(7L);
        AccessModel model = world.model();
        RecordType type = model.catalogue().recordTypes().get(0);
        ApplicationIndex index = index(model, world.fleet());
        List<String> asked = new ArrayList<>();
        RecordSet set =
                RecordSet.where(Condition.ofText(type.keyField() + " <> 'x'").expression(), "");
        for (int i = 0; i < 3; i++) {
            index.count(
                    type,
                    List.of(set),
                    (of, where) -> {
                        asked.add(where.words());
                        return source(world).keys(of, where);
                    });
        }
        assertThat(asked).hasSize(1);
    }
}
