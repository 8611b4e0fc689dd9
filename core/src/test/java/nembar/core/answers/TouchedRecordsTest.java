package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.recordset.GovernedRecord;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Elements;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** How many records elements are about (docs/access-model.md, section 9). */
class TouchedRecordsTest {
    private static final Fleet FLEET =
            new Fleet()
                    .add(trip("t1", 2))
                    .add(trip("t2", 4))
                    .add(trip("t3", 6))
                    .add(record("load", "l1"));

    private static GovernedRecord trip(String key, int crew) {
        Map<String, Object> values = new HashMap<>();
        values.put("id", key);
        values.put("crew", new BigDecimal(crew));
        return new GovernedRecord("trip", values);
    }

    private static SharingRule rule(Optional<String> condition, Optional<Audience> ownedBy) {
        return Elements.rule(
                "rule" + condition + ownedBy.isPresent(),
                "trip",
                condition.map(Condition::ofText),
                ownedBy,
                to("ann"),
                Elements.VIEW,
                Times.ALWAYS);
    }

    private static DirectShare share(String type, String record) {
        return Elements.share("share" + record, type, record, to("ann"), Optional.empty());
    }

    private static FieldFilter filter(String condition) {
        return Elements.hides(
                "f" + condition,
                to("ann"),
                "trip",
                "price",
                Optional.of(Condition.ofText(condition)));
    }

    private static Expectation expectation(Expectation.Target target) {
        return new Expectation(
                "e" + target,
                "E",
                to("ann"),
                Expectation.Claim.CAN_NEVER,
                target,
                Optional.empty(),
                "",
                Expectation.Severity.ERROR);
    }

    private static Map<Element, Long> count(Element... elements) {
        return new TouchedRecords(new Moment(new Harbour().model(), NOW))
                .count(List.of(elements), new FleetCounting(FLEET));
    }

    @Test
    void whatIsTheSameForEverybodyIsCounted() {
        Element all = rule(Optional.empty(), Optional.empty());
        Element some = rule(Optional.of("crew > 3"), Optional.empty());
        Element one = share("trip", "t1");
        Element none = share("load", "l7");
        Element few = filter("crew > 5");
        Element expected =
                expectation(
                        new Expectation.Target.OnRecords(
                                "trip", "view", Optional.of(Condition.ofText("crew < 5"))));
        assertThat(count(all, some, one, none, few, expected))
                .isEqualTo(Map.of(all, 3L, some, 2L, one, 1L, none, 0L, few, 1L, expected, 2L));
    }

    @Test
    void whatDependsOnWhoLooksOrIsAboutNoRecordsIsLeftOut() {
        assertThat(
                        count(
                                rule(Optional.empty(), Optional.of(to("ben"))),
                                filter("crew > user.grade"),
                                expectation(new Expectation.Target.OnFunction("tide", "set")),
                                share("ship", "s1"),
                                new PrivilegeSet("set", "Set", "", List.of())))
                .isEmpty();
    }

    @Test
    void aNumberThatMayNotBeToldIsLeftOut() {
        Counting secret =
                new Counting() {
                    @Override
                    public Map<RecordSet, Long> count(RecordType type, Collection<RecordSet> sets) {
                        Map<RecordSet, Long> counts = new HashMap<>();
                        sets.forEach(
                                set ->
                                        counts.put(
                                                set,
                                                set.equals(RecordSet.EVERYTHING) ? 3L : WITHHELD));
                        return counts;
                    }

                    @Override
                    public List<String> examples(RecordType type, RecordSet set, int atMost) {
                        return List.of();
                    }
                };
        Element all = rule(Optional.empty(), Optional.empty());
        assertThat(
                        new TouchedRecords(new Moment(new Harbour().model(), NOW))
                                .count(List.of(all, share("trip", "t1")), secret))
                .isEqualTo(Map.of(all, 3L));
    }
}
