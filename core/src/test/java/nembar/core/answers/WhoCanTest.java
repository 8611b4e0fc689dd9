package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Element;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.model.AccessModel;
import nembar.core.recordset.Relatives;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** By what people can do something (docs/access-model.md, section 6). */
class WhoCanTest {
    private static Assignment give(String key, String person) {
        return new Assignment(
                key,
                to(person),
                new Assignment.Gives.OfSet("look"),
                Bounds.NONE,
                Times.ALWAYS,
                "",
                Optional.empty(),
                Optional.empty());
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
}
