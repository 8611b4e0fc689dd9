package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.FunctionAccess;
import nembar.core.design.Assignment;
import nembar.core.design.FieldLevel;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Elements;
import nembar.core.testing.Fleet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** By what people can do something (docs/access-model.md, section 6). */
class WhoCanTest {
    private static Assignment give(String key, String person) {
        return Elements.assignment(
                key, to(person), new Assignment.Gives.OfSet("look"), Times.ALWAYS);
    }

    private static List<String> ways(WhoCan.AtLevel<?> one) {
        return one.ways().get().stream()
                .flatMap(way -> way.element().stream())
                .map(Element::key)
                .toList();
    }

    @Test
    void whoHoldsTheSameHoldsItByTheirOwnAssignment() {
        Harbour harbour = new Harbour();
        harbour.sets.add(
                new PrivilegeSet("look", "Look", "", List.of(may("trip", "view", Reach.ACCOUNT))));
        harbour.assignments.add(give("to-eve", "eve"));
        harbour.assignments.add(give("to-fay", "fay"));
        AccessModel model = harbour.model();
        RecordType trip = model.catalogue().recordType("trip").orElseThrow();
        Moment moment = new Moment(model, NOW);
        List<WhoCan.AtLevel<Coverage>> any = new WhoCan(moment).onAny(trip, Operation.VIEW);
        assertThat(any)
                .extracting(one -> one.persona().person().key() + " " + ways(one))
                .contains("eve [to-eve]", "fay [to-fay]");
        assertThat(
                        new WhoCan(moment)
                                .on(
                                        trip,
                                        Operation.VIEW,
                                        record("trip", "t", "account", "red"),
                                        Relatives.NONE))
                .extracting(one -> one.ways().get().iterator().next().element().get().key())
                .containsExactly("to-eve", "to-fay");
    }

    private static final Fleet FLEET =
            new Fleet()
                    .add(record("trip", "t", "owner", "ann", "account", "red"))
                    .add(record("trip", "u", "owner", "ben", "account", "blue"));

    private static List<String> said(List<? extends WhoCan.AtLevel<?>> all) {
        return all.stream()
                .map(
                        one ->
                                one.persona().person().key()
                                        + one.persona().account().map("/"::concat).orElse("")
                                        + " "
                                        + ways(one))
                .toList();
    }

    @Test
    void whoSeesAFieldOfARecordAndHowFar() {
        Harbour harbour = new Harbour();
        harbour.give(to("ann"), may("trip", "change", Reach.OWN));
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        harbour.give(to("ben"), field("trip", "price", Use.VIEW, Reach.ALL));
        AccessModel model = harbour.model();
        RecordType trip = model.catalogue().recordType("trip").orElseThrow();
        WhoCan who = new WhoCan(new Moment(model, NOW));
        List<WhoCan.AtLevel<FieldLevel>> name =
                who.onField(trip, trip.field("name").orElseThrow(), FLEET.of("trip").get(0), FLEET);
        assertThat(name)
                .extracting(one -> one.persona().person().key() + " " + one.level())
                .containsExactly("ann CHANGE", "ben VIEW");
        assertThat(said(name)).containsExactly("ann/home [give0]", "ben/home [give1]");
        List<WhoCan.AtLevel<FieldLevel>> price =
                who.onField(
                        trip, trip.field("price").orElseThrow(), FLEET.of("trip").get(0), FLEET);
        assertThat(said(price)).containsExactly("ben/home [give2]");
        assertThat(price.get(0).level()).isEqualTo(FieldLevel.VIEW);
        assertThat(
                        who.onField(
                                trip,
                                trip.field("name").orElseThrow(),
                                FLEET.of("trip").get(1),
                                FLEET))
                .extracting(one -> one.persona().person().key())
                .containsExactly("ben");
    }

    @Test
    void whoSeesAFieldOfAnyRecord() {
        Harbour harbour = new Harbour();
        harbour.give(to("eve"), may("trip", "view", Reach.ACCOUNT));
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        harbour.give(to("ben"), field("trip", "price", Use.VIEW, Reach.ALL));
        AccessModel model = harbour.model();
        RecordType trip = model.catalogue().recordType("trip").orElseThrow();
        WhoCan who = new WhoCan(new Moment(model, NOW));
        assertThat(said(who.onAnyField(trip, trip.field("name").orElseThrow())))
                .containsExactly("ben/home [give1]", "eve/red [give0]", "eve/blue [give0]");
        assertThat(said(who.onAnyField(trip, trip.field("price").orElseThrow())))
                .containsExactly("ben/home [give2]");
        assertThat(said(who.onAny(trip, Operation.DELETE))).isEmpty();
    }

    @Test
    void whoHasALevelOfAFunction() {
        Harbour harbour = new Harbour();
        harbour.give(to("tug"), new Privilege.FunctionPrivilege("tide", "look"));
        harbour.give(
                Audience.anyOf(new Audience.AllStaff()),
                new Privilege.FunctionPrivilege("tide", "set"));
        AccessModel model = harbour.model();
        Function tide = model.catalogue().function("tide").orElseThrow();
        List<WhoCan.AtLevel<FunctionAccess>> levels =
                new WhoCan(new Moment(model, NOW)).onFunction(tide);
        assertThat(said(levels))
                .containsExactly(
                        "ann/home [give1]",
                        "ben/home [give1]",
                        "cas/home [give1]",
                        "tug/home [give0]");
        assertThat(levels)
                .extracting(one -> one.level().level())
                .containsExactly("set", "set", "set", "look");
    }

    @Test
    void whoeverIsMeantByAConditionStandsForThemselves() {
        Harbour harbour = new Harbour();
        harbour.give(
                Audience.anyOf(new Audience.AllStaff()),
                may("trip", "view", Reach.ALL, "owner = user.id"));
        AccessModel model = harbour.model();
        RecordType trip = model.catalogue().recordType("trip").orElseThrow();
        WhoCan who = new WhoCan(new Moment(model, NOW));
        for (GovernedRecord record : FLEET.of("trip")) {
            assertThat(who.on(trip, Operation.VIEW, record, FLEET))
                    .extracting(one -> one.persona().person().key())
                    .containsExactly(record.key("owner").orElseThrow());
        }
    }
}
