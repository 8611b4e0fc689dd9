package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What an impact amounts to over all people (docs/access-model.md, section 6). */
class ImpactTotalsTest {
    private static final Fleet FLEET =
            new Fleet()
                    .add(record("trip", "t1", "owner", "ann", "account", "red"))
                    .add(record("trip", "t2", "owner", "ben", "account", "red"))
                    .add(record("trip", "t3", "owner", "cas", "account", "blue"))
                    .add(record("load", "l1", "owner", "ann", "account", "red"));
    private static final Audience EXTERNALS = Audience.anyOf(new Audience.AllExternals());

    private final Harbour before = new Harbour();
    private final Harbour after = new Harbour();

    private ImpactTotals totals() {
        Impact impact = Impact.of(new Moment(before.model(), NOW), new Moment(after.model(), NOW));
        FleetCounting counting = new FleetCounting(FLEET);
        return ImpactTotals.of(impact.people(), impact.counted(counting, 0), counting);
    }

    private static String said(ImpactTotals totals) {
        return totals.gaining()
                + " gain, "
                + totals.losing()
                + " lose, "
                + totals.externalsGaining()
                + " externals gain, "
                + totals.gainingGuarded()
                + " gain guarded";
    }

    private static List<String> kinds(ImpactTotals totals) {
        return totals.kinds().stream()
                .map(one -> one.type().key() + " +" + side(one.gained()) + " -" + side(one.lost()))
                .toList();
    }

    private static String side(ImpactTotals.Side side) {
        return side.people()
                + side.records().map(one -> " on " + one.number()).orElse("")
                + (side.each() ? " each" : "");
    }

    @Test
    void recordsOfSeveralPeopleCountOnce() {
        after.give(to("ann"), may("trip", "view", Reach.ALL));
        after.give(to("ben"), may("trip", "view", Reach.OWN));
        after.give(EXTERNALS, may("trip", "view", Reach.ACCOUNT));
        ImpactTotals totals = totals();
        assertThat(said(totals)).isEqualTo("4 gain, 0 lose, 2 externals gain, 0 gain guarded");
        assertThat(kinds(totals)).containsExactly("trip +4 on 3 -0");
    }

    @Test
    void whatMostPeopleGainOrLoseComesFirst() {
        after.give(to("ann"), may("load", "view", Reach.ALL));
        before.give(to("ben"), may("trip", "view", Reach.OWN));
        before.give(to("cas"), may("trip", "view", Reach.OWN));
        ImpactTotals totals = totals();
        assertThat(said(totals)).isEqualTo("1 gain, 2 lose, 0 externals gain, 0 gain guarded");
        assertThat(kinds(totals)).containsExactly("trip +0 -2 on 2", "load +1 on 1 -0");
    }

    @Test
    void creatingIsOnNoRecordAndStillGained() {
        after.give(to("cas"), may("trip", "create", Reach.ALL));
        ImpactTotals totals = totals();
        assertThat(said(totals)).isEqualTo("1 gain, 0 lose, 0 externals gain, 0 gain guarded");
        assertThat(kinds(totals)).containsExactly("trip +1 -0");
    }

    @Test
    void guardedFieldsAndFunctionsAreToldOfTheirOwn() {
        for (Harbour one : List.of(before, after)) {
            one.give(to("ann"), may("trip", "view", Reach.ALL));
            one.give(to("ben"), may("trip", "view", Reach.ALL));
        }
        after.give(to("ann"), field("trip", "price", Use.VIEW, Reach.ALL));
        after.give(to("tug"), new Privilege.FunctionPrivilege("tide", "look"));
        before.give(to("cas"), new Privilege.FunctionPrivilege("tide", "set"));
        ImpactTotals totals = totals();
        assertThat(said(totals)).isEqualTo("2 gain, 1 lose, 0 externals gain, 1 gain guarded");
        assertThat(totals.functions())
                .extracting(
                        one -> one.function().key() + " +" + one.gaining() + " -" + one.losing())
                .containsExactly("tide +1 -1");
    }

    @Test
    void nobodyGainsWhatIsOnNoRecordThere() {
        after.give(to("tug"), may("load", "view", Reach.OWN));
        assertThat(said(totals())).isEqualTo("0 gain, 0 lose, 0 externals gain, 0 gain guarded");
        assertThat(totals().kinds()).isEmpty();
    }

    /** So many hands on the pier, each with a trip of their own, and the last with two. */
    private ImpactTotals ofHands(int hands) {
        before.give(to("ann"), may("chart", "view", Reach.ALL));
        after.give(
                Audience.anyOf(new Audience.OneUnit("pier", false)),
                may("trip", "view", Reach.OWN));
        Fleet fleet = new Fleet().add(record("trip", "more", "owner", "h" + hands));
        List<Person> people = new ArrayList<>();
        AccessModel was = before.model();
        people.add(was.directory().person("ann").orElseThrow());
        for (int i = 1; i <= hands; i++) {
            fleet.add(record("trip", "t" + i, "owner", "h" + i));
            people.add(
                    was.directory()
                            .person("cas")
                            .orElseThrow()
                            .withKey("h" + i)
                            .withEmail("h" + i + "@home.example")
                            .withManager(Optional.empty())
                            .withUnit(Optional.of("pier")));
        }
        Directory directory =
                new Directory(
                        was.directory().attributes(),
                        was.directory().accounts(),
                        was.directory().units(),
                        List.of(),
                        people);
        AccessModel first = was.withDirectory(directory);
        Impact impact =
                Impact.of(
                        new Moment(first, NOW),
                        new Moment(first.withDesign(after.model().design()), NOW));
        FleetCounting counting = new FleetCounting(fleet);
        return ImpactTotals.of(impact.people(), impact.counted(counting, 0), counting);
    }

    @Test
    void ofVeryManyDifferentGainsTheLargestIsTold() {
        assertThat(kinds(ofHands(60))).contains("trip +60 on 61 -0");
    }

    @Test
    void andThenNotTheSumOfThem() {
        assertThat(kinds(ofHands(61))).contains("trip +61 on 2 each -0");
    }

    @Test
    void fieldsCountWithTheRecordsTheyAreOf() {
        for (Harbour one : List.of(before, after)) {
            one.give(to("ann"), may("trip", "view", Reach.ALL));
            one.give(to("ben"), may("load", "view", Reach.ALL));
        }
        after.give(to("ann"), field("trip", "price", Use.VIEW, Reach.OWN));
        before.give(to("ben"), field("load", "price", Use.VIEW, Reach.ALL));
        assertThat(kinds(totals())).containsExactlyInAnyOrder("trip +1 on 1 -0", "load +0 -1 on 1");
    }
}
