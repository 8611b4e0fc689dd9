package nembar.core.decision;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Delegation;
import nembar.core.design.Design;
import nembar.core.design.FieldLevel;
import nembar.core.design.Reach;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.GovernedRecord;
import nembar.core.testing.Draws;
import nembar.core.testing.Harbour;
import nembar.core.testing.Law;
import nembar.core.testing.RandomWorld;
import nembar.core.testing.Referee;

/** What holds for every design, person, operation and record (docs/access-model.md, section 4). */
class DecisionLaws {
    @Law(tries = 1200)
    void theEngineAgreesWithTheReferee(Draws draws) {
        RefereeTest.agree(new RandomWorld(draws));
    }

    @Law(tries = 300)
    void aDelegateMayDoWhatBothAllowCutByTheFiltersOfBothOnTheWayToo(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        Delegation delegation = world.delegation("stand-in");
        world.harbour().delegations.add(delegation);
        AccessModel model = world.model();
        for (Standpoint own : RandomWorld.standpoints(model)) {
            if (!own.person().key().equals(delegation.principal())) {
                continue;
            }
            Referee.Acting referee = Referee.Acting.of(model, world.fleet(), own, delegation);
            PersonAccess access = new PersonAccess(model, own.through(delegation));
            String who = delegation.delegate() + " for " + own.person().key();
            for (RecordType type : model.catalogue().recordTypes()) {
                for (GovernedRecord record : world.fleet().of(type.key())) {
                    for (Operation operation : type.operations()) {
                        assertThat(access.decide(type, operation, record, world.fleet()).allowed())
                                .as("%s: %s %s", who, operation.key(), record)
                                .isEqualTo(referee.may(operation.key(), record));
                    }
                    for (Field field : type.fields()) {
                        assertThat(access.field(type, field).levelOn(record, world.fleet()))
                                .as("%s: %s of %s", who, field.key(), record)
                                .isEqualTo(referee.level(field, record));
                    }
                }
            }
            for (Function function : model.catalogue().functions()) {
                assertThat(function.levels().indexOf(access.level(function)))
                        .as("%s: %s", who, function.key())
                        .isEqualTo(referee.level(function));
            }
        }
    }

    @Law(tries = 100)
    void theOrderOfElementsNeverMatters(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel before = world.model();
        List<Element> turned = new ArrayList<>(before.design().elements());
        Collections.reverse(turned);
        AccessModel after =
                AccessModel.of(
                        before.application(),
                        before.catalogue(),
                        before.directory(),
                        Design.of(turned));
        RefereeTest.each(
                world,
                before,
                (access, type, operation, record) ->
                        assertThat(
                                        new PersonAccess(after, access.who())
                                                .allows(type, operation, record, world.fleet()))
                                .isEqualTo(access.allows(type, operation, record, world.fleet())));
    }

    @Law(tries = 100)
    void everyRouteIsSufficientAlone(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        RefereeTest.each(
                world,
                model,
                (access, type, operation, record) -> {
                    Decision decision = access.decide(type, operation, record, world.fleet());
                    if (!decision.allowed()) {
                        return;
                    }
                    for (Grant grant : decision.grants()) {
                        if (grant.route() instanceof Route.ByAssignment by
                                && Harbour.speaksOfOthers(by)) {
                            continue;
                        }
                        AccessModel alone = Harbour.withOnly(model, grant.route());
                        assertThat(
                                        new PersonAccess(alone, access.who())
                                                .allows(type, operation, record, world.fleet()))
                                .as("%s", grant)
                                .isTrue();
                    }
                });
    }

    @Law(tries = 100)
    void everyYesHasARouteAndEveryNoHasNone(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        RefereeTest.each(
                world,
                model,
                (access, type, operation, record) -> {
                    Decision decision = access.decide(type, operation, record, world.fleet());
                    Referee referee = new Referee(model, world.fleet(), access.who());
                    assertThat(decision.allowed()).isEqualTo(referee.may(operation.key(), record));
                    assertThat(decision.allowed() && decision.grants().isEmpty()).isFalse();
                    boolean covered =
                            access.coverage(type, operation)
                                    .records()
                                    .contains(record, type, world.fleet());
                    assertThat(decision.allowed()).isEqualTo(covered);
                });
    }

    @Law(tries = 100)
    void addingAGrantNeverTakesAnythingAway(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel before = world.model();
        // Holders of the role may meet filters; a grant of a set alone adds to nobody's filters.
        world.harbour().give(Harbour.to("eve"), Harbour.may("trip", "change", Reach.ALL));
        AccessModel after = world.model();
        Map<Standpoint, PersonAccess> afters = new HashMap<>();
        RefereeTest.each(
                world,
                before,
                (access, type, operation, record) -> {
                    if (access.allows(type, operation, record, world.fleet())) {
                        assertThat(
                                        later(afters, after, access)
                                                .allows(type, operation, record, world.fleet()))
                                .isTrue();
                    }
                });
    }

    @Law(tries = 100)
    void addingAFilterNeverGivesAnything(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel before = world.model();
        world.harbour().accountFilters.add(world.accountFilter("one-more"));
        world.harbour().fieldFilters.add(world.fieldFilter("another"));
        AccessModel after = world.model();
        Map<Standpoint, PersonAccess> afters = new HashMap<>();
        RefereeTest.each(
                world,
                before,
                (access, type, operation, record) -> {
                    PersonAccess filtered = later(afters, after, access);
                    if (filtered.allows(type, operation, record, world.fleet())) {
                        assertThat(access.allows(type, operation, record, world.fleet())).isTrue();
                    }
                    for (Field field : type.fields()) {
                        FieldLevel now = access.field(type, field).levelOn(record, world.fleet());
                        FieldLevel then =
                                filtered.field(type, field).levelOn(record, world.fleet());
                        assertThat(then).isLessThanOrEqualTo(now);
                    }
                });
    }

    @Law(tries = 100)
    void anExternalNeverReachesAnotherAccountsRecords(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        RefereeTest.each(
                world,
                model,
                (access, type, operation, record) -> {
                    Standpoint who = access.who();
                    if (who.person().external()
                            && type.places().account().isPresent()
                            && access.allows(type, operation, record, world.fleet())) {
                        assertThat(record.key(type.places().account().get()))
                                .isEqualTo(who.account());
                    }
                });
    }

    @Law(tries = 100)
    void whatIsMissingIsToldOfANoAloneAndIsWhatItSays(Draws draws) {
        RandomWorld world = new RandomWorld(draws);
        AccessModel model = world.model();
        RefereeTest.each(
                world,
                model,
                (access, type, operation, record) -> {
                    Decision decision = access.decide(type, operation, record, world.fleet());
                    var missing = WhyNot.on(access, type, operation, record, world.fleet());
                    assertThat(missing).doesNotHaveDuplicates();
                    assertThat(decision.allowed() && !missing.isEmpty()).isFalse();
                    assertThat(!decision.active())
                            .isEqualTo(
                                    missing.stream().anyMatch(Missing.NotActive.class::isInstance));
                    for (Missing one : missing) {
                        if (one instanceof Missing.CutByFilter by) {
                            assertThat(by.cut().letsThrough().contains(record, type, world.fleet()))
                                    .isFalse();
                        } else if (one instanceof Missing.BrokenLink broken) {
                            assertThat(access.holdings().stream().map(Holding::set))
                                    .as("%s by %s", operation.key(), broken)
                                    .satisfies(
                                            held ->
                                                    assertThat(model.assignmentsTo(access.who()))
                                                            .contains(broken.assignment()));
                        } else if (one instanceof Missing.NotHeld not) {
                            assertThat(access.holdings().stream().map(Holding::set).toList())
                                    .doesNotContain(not.set());
                        }
                    }
                });
    }

    private static PersonAccess later(
            Map<Standpoint, PersonAccess> known, AccessModel model, PersonAccess of) {
        return known.computeIfAbsent(of.who(), who -> new PersonAccess(model, who));
    }
}
