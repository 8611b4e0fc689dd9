package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.record;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.Parent;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.GovernedRecord;
import nembar.core.testing.Fleet;
import nembar.core.testing.FleetCounting;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/**
 * People of one class are worked out once: one of them speaks for the others, but for what is their
 * own. Four hands sit on the pier, alike but that each of the first three manages the next.
 */
class AlikeTest {
    private static final Audience HANDS = Audience.anyOf(new Audience.OneUnit("pier", false));
    private static final Fleet FLEET =
            new Fleet()
                    .add(record("trip", "t1", "owner", "h1", "unit", "pier"))
                    .add(record("trip", "t2", "owner", "h2", "unit", "pier"))
                    .add(record("trip", "t3", "owner", "h3", "unit", "quay"))
                    .add(record("trip", "t4", "owner", "h4", "unit", "quay"))
                    .add(record("load", "l1", "owner", "h2", "trip", "t4"))
                    .add(record("note", "n1", "owner", "h3", "load", "l1"));

    private final Harbour harbour = new Harbour();

    private AccessModel model(Privilege... privileges) {
        harbour.sets.clear();
        harbour.assignments.clear();
        harbour.give(HANDS, privileges);
        AccessModel model = harbour.model();
        return model.withDirectory(hands(model.directory()));
    }

    private static Directory hands(Directory was) {
        Person one = was.person("cas").orElseThrow().withUnit(Optional.of("pier"));
        List<Person> people =
                IntStream.rangeClosed(1, 4)
                        .mapToObj(
                                i ->
                                        one.withKey("h" + i)
                                                .withEmail("h" + i + "@home.example")
                                                .withManager(
                                                        i == 1 || i == 4
                                                                ? Optional.empty()
                                                                : Optional.of("h" + (i - 1))))
                        .collect(Collectors.toCollection(ArrayList::new));
        // The maps' steward.
        people.add(was.person("ann").orElseThrow());
        return new Directory(was.attributes(), was.accounts(), was.units(), List.of(), people);
    }

    private static RecordType type(AccessModel model, String key) {
        return model.catalogue().recordType(key).orElseThrow();
    }

    private static List<String> who(AccessModel model, Operation operation, GovernedRecord record) {
        return new WhoCan(new Moment(model, NOW))
                .on(type(model, record.recordType()), operation, record, FLEET).stream()
                        .map(one -> one.persona().person().key())
                        .toList();
    }

    private static GovernedRecord the(String type, String key) {
        return FLEET.of(type).stream()
                .filter(one -> one.key("id").equals(Optional.of(key)))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aRecordIsSeenByItsOwnerAndThoseAboveThem() {
        AccessModel own = model(may("trip", "view", Reach.OWN));
        assertThat(who(own, Operation.VIEW, the("trip", "t2"))).containsExactly("h2");
        assertThat(who(own, Operation.VIEW, the("trip", "t4"))).containsExactly("h4");
        AccessModel reports = model(may("trip", "view", Reach.REPORTS));
        assertThat(who(reports, Operation.VIEW, the("trip", "t3")))
                .containsExactly("h1", "h2", "h3");
        AccessModel unit = model(may("trip", "view", Reach.UNIT));
        assertThat(who(unit, Operation.VIEW, the("trip", "t3"))).isEmpty();
        assertThat(who(unit, Operation.VIEW, the("trip", "t2"))).hasSize(4);
    }

    @Test
    void ownersOfWhatIsAboveAndBelowARecordCountToo() {
        harbour.loadsLift = true;
        AccessModel lifting = model(may("load", "view", Reach.OWN));
        assertThat(who(lifting, Operation.VIEW, the("trip", "t4"))).containsExactly("h2");
        harbour.loadsLift = false;
        harbour.loadsFollow = Parent.Follows.ALL;
        AccessModel following = model(may("trip", "view", Reach.OWN));
        assertThat(who(following, Operation.VIEW, the("note", "n1"))).containsExactly("h4");
    }

    @Test
    void aConditionOnWhoLooksIsAskedOfEach() {
        AccessModel each = model(may("trip", "view", Reach.ALL, "owner = user.id"));
        assertThat(who(each, Operation.VIEW, the("trip", "t3"))).containsExactly("h3");
        AccessModel managers = model(may("trip", "view", Reach.ALL, "owner = user.manager"));
        assertThat(who(managers, Operation.VIEW, the("trip", "t1"))).containsExactly("h2");
        assertThat(new Moment(each, NOW).personByPerson()).isTrue();
        assertThat(new Moment(managers, NOW).personByPerson()).isTrue();
        assertThat(
                        new Moment(model(may("trip", "view", Reach.ALL, "crew > 3")), NOW)
                                .personByPerson())
                .isFalse();
    }

    @Test
    void classesAreTheSameUnitAndTheSameRights() {
        AccessModel model = model(may("trip", "view", Reach.OWN));
        Moment moment = new Moment(model, NOW);
        assertThat(moment.classes()).hasSize(2);
        assertThat(moment.classes().get(0)).hasSize(4);
        assertThat(moment.personalTypes(model.personas().all().get(0))).containsExactly("trip");
        assertThat(moment.alike(model.personas().all().get(0))).isFalse();
        assertThat(moment.with(model)).isSameAs(moment.with(model));
        AccessModel all = model(may("trip", "view", Reach.ALL));
        assertThat(new Moment(all, NOW).alike(all.personas().all().get(0))).isTrue();
        assertThat(moment.with(all).model()).isSameAs(all);
        AccessModel price =
                model(may("trip", "view", Reach.ALL), field("trip", "price", Use.VIEW, Reach.OWN));
        assertThat(new Moment(price, NOW).personalTypes(price.personas().all().get(0)))
                .contains("trip");
        AccessModel elsewhere =
                model.withDirectory(
                        model.directory()
                                .with(
                                        Edits.ofPeople(
                                                List.of(
                                                        model.directory()
                                                                .person("h4")
                                                                .orElseThrow()
                                                                .withUnit(Optional.of("quay"))))));
        assertThat(new Moment(elsewhere, NOW).classes()).hasSize(3);
    }

    private static List<String> impact(AccessModel before, AccessModel after) {
        return Impact.of(new Moment(before, NOW), new Moment(after, NOW))
                .counted(new FleetCounting(FLEET), 9)
                .stream()
                .map(
                        one ->
                                one.persona().person().key()
                                        + " "
                                        + one.operation().key()
                                        + one.field().map(of -> " " + of.key()).orElse("")
                                        + " +"
                                        + one.gained().examples()
                                        + " -"
                                        + one.lost().examples())
                .toList();
    }

    @Test
    void anImpactIsTheSameOfAllButForWhatIsTheirOwn() {
        AccessModel none = model(may("chart", "view", Reach.ALL));
        AccessModel unit = model(may("chart", "view", Reach.ALL), may("trip", "view", Reach.UNIT));
        assertThat(impact(none, unit))
                .containsExactly(
                        "h1 view +[t1, t2] -[]",
                        "h2 view +[t1, t2] -[]",
                        "h3 view +[t1, t2] -[]",
                        "h4 view +[t1, t2] -[]");
        AccessModel own = model(may("chart", "view", Reach.ALL), may("trip", "view", Reach.OWN));
        assertThat(impact(own, none))
                .containsExactly(
                        "h1 view +[] -[t1]",
                        "h2 view +[] -[t2]",
                        "h3 view +[] -[t3]",
                        "h4 view +[] -[t4]");
        assertThat(impact(unit, own))
                .containsExactly(
                        "h1 view +[] -[t2]",
                        "h2 view +[] -[t1]",
                        "h3 view +[t3] -[t1, t2]",
                        "h4 view +[t4] -[t1, t2]");
    }

    @Test
    void whatIsSharedAndWhatIsTheirOwnComeTogether() {
        AccessModel none = model(may("chart", "view", Reach.ALL));
        AccessModel both =
                model(
                        may("chart", "view", Reach.ALL),
                        may("load", "view", Reach.ALL),
                        may("trip", "view", Reach.OWN),
                        new Privilege.FunctionPrivilege("tide", "look"));
        assertThat(impact(none, both))
                .containsSubsequence("h1 view +[t1] -[]", "h1 view +[l1] -[]")
                .contains("h4 view +[t4] -[]", "h4 view +[l1] -[]", "h4 view +[n1] -[]");
        assertThat(
                        Impact.of(new Moment(none, NOW), new Moment(both, NOW)).people().stream()
                                .map(one -> one.difference().functions().size()))
                .containsExactly(1, 1, 1, 1);
    }

    private static List<String> gains(AccessModel before, AccessModel after) {
        return Gains.between(new Timeline(before, NOW), new Timeline(after, NOW)).stream()
                .map(
                        one ->
                                one.persona().person().key()
                                        + " +"
                                        + one.gained()
                                        + " -"
                                        + one.lost()
                                        + (one.functions() ? " functions" : "")
                                        + (one.gains() ? " gains" : ""))
                .toList();
    }

    @Test
    void gainsAreToldOfEachOfTheClass() {
        AccessModel none = model(may("chart", "view", Reach.ALL));
        AccessModel own = model(may("chart", "view", Reach.ALL), may("trip", "view", Reach.OWN));
        AccessModel all =
                model(
                        may("chart", "view", Reach.ALL),
                        may("trip", "view", Reach.ALL),
                        new Privilege.FunctionPrivilege("tide", "look"));
        assertThat(gains(none, own))
                .containsExactly(
                        "h1 +[trip] -[] gains",
                        "h2 +[trip] -[] gains",
                        "h3 +[trip] -[] gains",
                        "h4 +[trip] -[] gains");
        assertThat(gains(own, all))
                .containsExactly(
                        "h1 +[trip] -[] functions gains",
                        "h2 +[trip] -[] functions gains",
                        "h3 +[trip] -[] functions gains",
                        "h4 +[trip] -[] functions gains");
        assertThat(gains(own, none))
                .containsExactly(
                        "h1 +[] -[trip]", "h2 +[] -[trip]", "h3 +[] -[trip]", "h4 +[] -[trip]");
        assertThat(gains(own, own)).isEmpty();
        assertThat(Gains.reached(new Timeline(own, NOW), "h1")).containsExactly("chart", "trip");
    }

    @Test
    void whoeverComesToManageOneOfThemGainsAlone() {
        AccessModel before = model(may("trip", "view", Reach.REPORTS));
        AccessModel after =
                before.withDirectory(
                        before.directory()
                                .with(
                                        Edits.ofPeople(
                                                List.of(
                                                        before.directory()
                                                                .person("h3")
                                                                .orElseThrow()
                                                                .withManager(Optional.of("h4"))))));
        assertThat(gains(before, after))
                .containsExactlyInAnyOrder(
                        "h1 +[] -[trip]", "h2 +[] -[trip]", "h4 +[trip] -[] gains");
        assertThat(impact(before, after))
                .containsExactlyInAnyOrder(
                        "h1 view +[] -[t3]", "h2 view +[] -[t3]", "h4 view +[t3] -[]");
    }

    /** More of them than are kept: whoever comes to the place of another is worked out anew. */
    @Test
    void manyPeopleHaveEachTheirOwn() {
        AccessModel few = model(may("trip", "view", Reach.OWN));
        Person like = few.directory().person("h4").orElseThrow();
        List<Person> people = new ArrayList<>(few.directory().people());
        IntStream.range(0, 9_000)
                .mapToObj(i -> like.withKey("m" + i).withEmail("m" + i + "@home.example"))
                .forEach(people::add);
        AccessModel many =
                few.withDirectory(
                        new Directory(
                                few.directory().attributes(),
                                few.directory().accounts(),
                                few.directory().units(),
                                List.of(),
                                people));
        Moment moment = new Moment(many, NOW);
        RecordType trip = type(many, "trip");
        for (int round = 0; round < 2; round++) {
            for (Persona persona : many.personas().all()) {
                String key = persona.person().key();
                GovernedRecord own = record("trip", "t9", "owner", key, "unit", "quay");
                assertThat(moment.access(persona).allows(trip, Operation.VIEW, own, FLEET))
                        .as(key)
                        .isEqualTo(!key.equals("ann"));
            }
        }
        assertThat(who(many, Operation.VIEW, record("trip", "t9", "owner", "m8999")))
                .containsExactly("m8999");
    }
}
