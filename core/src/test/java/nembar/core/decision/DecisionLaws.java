package nembar.core.decision;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.core.catalogue.Field;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.GovernedRecord;
import nembar.core.design.Reach;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.testing.Fleet;
import nembar.core.testing.Harbour;
import nembar.core.testing.RandomWorld;
import nembar.core.testing.Referee;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** What holds for every design, person, operation and record (docs/access-model.md, section 4). */
class DecisionLaws {
    private interface Case {
        void judge(Standpoint who, RecordType type, Operation operation, GovernedRecord record);
    }

    @Property(tries = 150)
    void theEngineAgreesWithTheReferee(@ForAll long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel model = world.model();
        each(
                world,
                model,
                (who, type, operation, record) -> {
                    boolean expected =
                            new Referee(model, world.fleet(), who).may(operation.key(), record);
                    Decision decision = decide(model, world.fleet(), who, type, operation, record);
                    assertThat(decision.allowed())
                            .as("%s %s %s", who.person().key(), operation.key(), record)
                            .isEqualTo(expected);
                });
    }

    @Property(tries = 150)
    void fieldLevelsAgreeWithTheReferee(@ForAll long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel model = world.model();
        each(
                world,
                model,
                (who, type, operation, record) -> {
                    if (!operation.equals(Operation.VIEW)) {
                        return;
                    }
                    PersonAccess access = new PersonAccess(model, who);
                    Referee referee = new Referee(model, world.fleet(), who);
                    for (Field field : type.fields()) {
                        assertThat(access.field(type, field).levelOn(record, world.fleet()))
                                .as("%s %s %s", who.person().key(), field.key(), record)
                                .isEqualTo(referee.level(field, record));
                    }
                });
    }

    @Property(tries = 100)
    void everyYesHasARouteAndEveryNoHasNone(@ForAll long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel model = world.model();
        each(
                world,
                model,
                (who, type, operation, record) -> {
                    Decision decision = decide(model, world.fleet(), who, type, operation, record);
                    assertThat(decision.allowed())
                            .isEqualTo(!decision.grants().isEmpty() && decision.cuts().isEmpty());
                    boolean covered =
                            new PersonAccess(model, who)
                                    .coverage(type, operation)
                                    .records()
                                    .contains(record, type, world.fleet());
                    assertThat(decision.allowed()).isEqualTo(covered);
                });
    }

    @Property(tries = 100)
    void addingAGrantNeverTakesAnythingAway(@ForAll long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel before = world.model();
        // Holders of the role may meet filters; a grant of a set alone adds to nobody's filters.
        world.harbour().give(Harbour.to("eve"), Harbour.may("trip", "change", Reach.ALL));
        AccessModel after = world.model();
        each(
                world,
                before,
                (who, type, operation, record) -> {
                    if (decide(before, world.fleet(), who, type, operation, record).allowed()) {
                        assertThat(
                                        decide(after, world.fleet(), who, type, operation, record)
                                                .allowed())
                                .isTrue();
                    }
                });
    }

    @Property(tries = 100)
    void addingAFilterNeverGivesAnything(@ForAll long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel before = world.model();
        world.harbour().accountFilters.add(world.accountFilter("one-more"));
        world.harbour().fieldFilters.add(world.fieldFilter("another"));
        AccessModel after = world.model();
        each(
                world,
                before,
                (who, type, operation, record) -> {
                    if (decide(after, world.fleet(), who, type, operation, record).allowed()) {
                        assertThat(
                                        decide(before, world.fleet(), who, type, operation, record)
                                                .allowed())
                                .isTrue();
                    }
                    for (Field field : type.fields()) {
                        FieldLevel now =
                                new PersonAccess(before, who)
                                        .field(type, field)
                                        .levelOn(record, world.fleet());
                        FieldLevel then =
                                new PersonAccess(after, who)
                                        .field(type, field)
                                        .levelOn(record, world.fleet());
                        assertThat(then).isLessThanOrEqualTo(now);
                    }
                });
    }

    @Property(tries = 100)
    void anExternalNeverReachesAnotherAccountsRecords(@ForAll long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel model = world.model();
        each(
                world,
                model,
                (who, type, operation, record) -> {
                    if (who.person().external()
                            && type.places().account().isPresent()
                            && decide(model, world.fleet(), who, type, operation, record)
                                    .allowed()) {
                        assertThat(record.key(type.places().account().get()))
                                .isEqualTo(who.account());
                    }
                });
    }

    @Property(tries = 100)
    void aNoWithoutRouteAndWithoutFilterIsMissingWhatItSays(@ForAll long seed) {
        RandomWorld world = new RandomWorld(seed);
        AccessModel model = world.model();
        each(
                world,
                model,
                (who, type, operation, record) -> {
                    PersonAccess access = new PersonAccess(model, who);
                    boolean allowed =
                            access.decide(type, operation, record, world.fleet()).allowed();
                    var missing = WhyNot.on(access, type, operation, record, world.fleet());
                    if (allowed) {
                        assertThat(missing).isEmpty();
                    }
                    assertThat(missing).doesNotHaveDuplicates();
                });
    }

    private static void each(RandomWorld world, AccessModel model, Case judged) {
        for (Standpoint who : RandomWorld.standpoints(model)) {
            for (RecordType type : model.catalogue().recordTypes()) {
                for (Operation operation : type.operations()) {
                    for (GovernedRecord record : world.fleet().of(type.key()).subList(0, 8)) {
                        judged.judge(who, type, operation, record);
                    }
                }
            }
        }
    }

    private static Decision decide(
            AccessModel model,
            Fleet fleet,
            Standpoint who,
            RecordType type,
            Operation operation,
            GovernedRecord record) {
        return new PersonAccess(model, who).decide(type, operation, record, fleet);
    }
}
