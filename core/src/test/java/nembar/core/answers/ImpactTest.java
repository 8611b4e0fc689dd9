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
import java.util.function.UnaryOperator;
import nembar.core.answers.Impact.Counted;
import nembar.core.answers.Impact.Line;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.recordset.GovernedRecord;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Who gains and loses what by an edit or a move (docs/access-model.md, section 6). */
class ImpactTest {
    private static final Audience STAFF = Audience.anyOf(new Audience.AllStaff());
    private static final Fleet FLEET =
            new Fleet()
                    .add(trip("t1", "ann", "harbour"))
                    .add(trip("t2", "ben", "pier"))
                    .add(trip("t3", "cas", "quay"))
                    .add(trip("t4", "cas", "quay"))
                    .add(trip("t5", "eve", "quay"));

    private final Harbour before = new Harbour();
    private final Harbour after = new Harbour();

    private static GovernedRecord trip(String key, String owner, String unit) {
        return record("trip", key, "owner", owner, "unit", unit, "account", "red");
    }

    private static List<String> told(Impact impact) {
        return impact.counted(new FleetCounting(FLEET), 2).stream().map(ImpactTest::told).toList();
    }

    private static String told(Line line) {
        return line.persona().person().key()
                + " "
                + line.operation().key()
                + line.field().map(one -> " " + one.key()).orElse("")
                + line.level().map(one -> " " + one).orElse("")
                + " +"
                + told(line.gained())
                + " -"
                + told(line.lost());
    }

    private static String told(Counted counted) {
        return counted.number()
                + (counted.some() ? "" : "!")
                + (counted.examples().isEmpty() ? "" : counted.examples().toString());
    }

    private Impact edited() {
        return Impact.of(new Moment(before.model(), NOW), new Moment(after.model(), NOW));
    }

    private Impact moved(UnaryOperator<Directory> change) {
        AccessModel model = before.model();
        return Impact.of(
                new Moment(model, NOW),
                new Moment(model.withDirectory(change.apply(model.directory())), NOW));
    }

    private static UnaryOperator<Directory> person(String key, UnaryOperator<Person> change) {
        return was ->
                was.with(Edits.ofPeople(List.of(change.apply(was.person(key).orElseThrow()))));
    }

    @Test
    void externalsComeFirstThenWhoGainsWhatIsGuarded() {
        after.give(to("ann"), may("trip", "view", Reach.ALL));
        after.give(to("cas"), may("trip", "view", Reach.ALL));
        after.give(to("cas"), field("trip", "price", Use.VIEW, Reach.ALL));
        after.give(to("fay"), may("trip", "view", Reach.ACCOUNT));
        assertThat(edited().people())
                .extracting(one -> one.persona().person().key() + " " + one.gainsGuarded())
                .containsExactly("fay false", "cas true", "ann false");
    }

    @Test
    void recordsAreCountedWithSomeOfThemAndFieldsWithTheirLevel() {
        before.give(to("ann"), may("trip", "view", Reach.OWN));
        after.give(to("ann"), may("trip", "view", Reach.ALL));
        after.give(to("ann"), field("trip", "price", Use.VIEW, Reach.OWN));
        assertThat(told(edited()))
                .contains("ann view +4[t2, t3] -0!", "ann view price VIEW +1[t1] -0!");
    }

    @Test
    void whatIsCreatedIsSaidWithoutRecordsAndNothingWhereNothingIs() {
        after.give(to("ann"), may("trip", "create", Reach.ALL));
        after.give(to("tug"), may("trip", "view", Reach.OWN));
        assertThat(told(edited())).containsExactly("ann create +5 -0!");
    }

    @Test
    void aClassIsWorkedOutOnceAndToldOfEachWithWhatIsTheirOwn() {
        before.give(STAFF, may("trip", "view", Reach.OWN));
        after.give(STAFF, may("trip", "change", Reach.OWN));
        assertThat(told(edited()))
                .containsExactly(
                        "ann change +1[t1] -0!",
                        "ben change +1[t2] -0!",
                        "cas change +2[t3, t4] -0!");
    }

    @Test
    void onlyWhoseContentDiffersIsLookedAt() {
        for (Harbour one : List.of(before, after)) {
            one.give(to("ben"), may("trip", "view", Reach.ALL));
        }
        after.give(to("ann"), new Privilege.FunctionPrivilege("tide", "look"));
        Impact impact = edited();
        assertThat(impact.people()).hasSize(1);
        Difference difference = impact.people().get(0).difference();
        assertThat(difference.functions())
                .extracting(one -> one.before() + " to " + one.after() + " " + one.gained())
                .containsExactly("none to look true");
        assertThat(difference.gains()).isTrue();
        Impact back = Impact.of(new Moment(after.model(), NOW), new Moment(before.model(), NOW));
        assertThat(back.people().get(0).difference().gains()).isFalse();
        assertThat(back.people().get(0).difference().functions().get(0).gained()).isFalse();
    }

    @Test
    void gainsAreOfOperationsOrFieldsToo() {
        after.give(to("ann"), may("trip", "view", Reach.ALL));
        assertThat(edited().people().get(0).difference().gains()).isTrue();
        before.give(to("ann"), may("trip", "view", Reach.ALL));
        after.give(to("ann"), field("trip", "price", Use.VIEW, Reach.ALL));
        assertThat(edited().people().get(0).difference().gains()).isTrue();
        Impact back = Impact.of(new Moment(after.model(), NOW), new Moment(before.model(), NOW));
        assertThat(back.people().get(0).difference().gains()).isFalse();
    }

    @Test
    void whoeverSitsElsewhereGainsAndLoses() {
        before.give(STAFF, may("trip", "view", Reach.UNIT));
        assertThat(told(moved(person("cas", one -> one.withUnit(Optional.of("pier"))))))
                .containsExactly("cas view +1[t2] -3[t3, t4]");
        assertThat(told(moved(person("cas", one -> one.withName("Other", "Name"))))).isEmpty();
    }

    @Test
    void managersGainByThoseBelowThemAndNobodyElse() {
        before.give(STAFF, may("trip", "view", Reach.REPORTS));
        assertThat(told(moved(person("cas", one -> one.withManager(Optional.of("ann"))))))
                .containsExactly("ben view +0! -2[t3, t4]");
        assertThat(told(moved(person("ben", one -> one.withManager(Optional.empty())))))
                .containsExactly("ann view +0! -3[t2, t3]");
    }

    @Test
    void whoeverComesGainsAllTheyAreGivenAndWhoeverGoesLosesIt() {
        before.give(STAFF, may("trip", "view", Reach.ALL));
        UnaryOperator<Directory> less =
                was -> {
                    List<Person> people = new ArrayList<>(was.people());
                    people.removeIf(one -> one.key().equals("cas") || one.key().equals("tug"));
                    return new Directory(
                            was.attributes(), was.accounts(), was.units(), List.of(), people);
                };
        assertThat(told(moved(less))).containsExactly("cas view +0! -5[t1, t2]");
        UnaryOperator<Directory> more =
                was ->
                        was.with(
                                Edits.ofPeople(
                                        List.of(
                                                was.person("ben")
                                                        .orElseThrow()
                                                        .withKey("dov")
                                                        .withEmail("dov@home.example"))));
        assertThat(told(moved(more))).containsExactly("dov view +5[t1, t2] -0!");
    }
}
