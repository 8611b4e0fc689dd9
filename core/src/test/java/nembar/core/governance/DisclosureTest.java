package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Design;
import nembar.core.design.Expectation;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Problem;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What may be read while designing (docs/access-model.md, section 8). */
class DisclosureTest {
    private static final RecordSet SOME =
            RecordSet.among("id", new TreeSet<>(Set.of("1")), "id is 1");
    private static final RecordSet BY_PRICE =
            RecordSet.where(Condition.ofText("price = 'p'").expression(), "price is p");

    private final Harbour harbour = new Harbour();

    private Disclosure of(String person) {
        AccessModel model = harbour.model();
        Person who = model.directory().person(person).orElseThrow();
        return new Disclosure(model, List.of(Standpoint.of(who, NOW)));
    }

    private RecordType type(String key) {
        return harbour.catalogue().recordType(key).orElseThrow();
    }

    private boolean mayCount(String person, String type, RecordSet set) {
        return of(person).mayCount(type(type), set);
    }

    private List<String> unreadable(String person) {
        Design after = harbour.design();
        return of(person).unreadable(Design.empty(), after).stream().map(Problem::path).toList();
    }

    private void share(String type, String condition) {
        harbour.sharingRules.add(
                new SharingRule(
                        "rule",
                        "Rule",
                        type,
                        Optional.of(Condition.ofText(condition)),
                        Optional.empty(),
                        to("cas"),
                        Opening.of("view"),
                        Times.ALWAYS,
                        ""));
    }

    @Test
    void numbersOfAGuardedAreaAreItsStewards() {
        assertThat(mayCount("ben", "chart", SOME)).isFalse();
        assertThat(mayCount("ann", "chart", SOME)).as("a steward").isTrue();
        harbour.give(to("ben"), may("chart", "view", Reach.ALL));
        assertThat(mayCount("ben", "chart", SOME)).as("viewing is not guarding").isFalse();
    }

    @Test
    void numbersThatRestOnAGuardedFieldAreWhoseViewItIsEverywhere() {
        assertThat(mayCount("ben", "trip", SOME)).isTrue();
        assertThat(mayCount("ben", "trip", BY_PRICE)).isFalse();
        harbour.give(
                to("ben"),
                may("trip", "view", Reach.OWN),
                field("trip", "price", Use.VIEW, Reach.OWN));
        assertThat(mayCount("ben", "trip", BY_PRICE)).as("on their own alone").isFalse();
        harbour.give(
                to("ben"),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.ALL));
        assertThat(mayCount("ben", "trip", BY_PRICE)).isTrue();
    }

    @Test
    void aPartOfASetIsEnough() {
        RecordSet either = RecordSet.anyOf(SOME, BY_PRICE);
        RecordSet both = RecordSet.allOf(SOME, BY_PRICE);
        RecordSet without = RecordSet.less(SOME, BY_PRICE);
        RecordSet below = RecordSet.parentIn(type("trip"), "trip", BY_PRICE);
        assertThat(List.of(either, both, without)).noneMatch(set -> mayCount("ben", "trip", set));
        assertThat(mayCount("ben", "load", below)).isFalse();
        assertThat(mayCount("ben", "load", RecordSet.parentIn(type("trip"), "trip", SOME)))
                .isTrue();
        assertThat(mayCount("ben", "trip", RecordSet.EVERYTHING)).isTrue();
    }

    @Test
    void aConditionSpeaksOfWhatItsWriterMayView() {
        share("trip", "price = 'p'");
        assertThat(unreadable("ben")).containsExactly("design.sharingRules[rule]");
        harbour.give(
                to("ben"),
                may("trip", "view", Reach.OWN),
                field("trip", "price", Use.VIEW, Reach.OWN));
        assertThat(unreadable("ben")).as("somewhere is enough to write").isEmpty();
    }

    @Test
    void soDoesOneOnAGuardedArea() {
        share("chart", "id = 'c1'");
        assertThat(unreadable("ben")).containsExactly("design.sharingRules[rule]");
        assertThat(unreadable("ann")).isEmpty();
    }

    @Test
    void whatIsThereAlreadyIsNotSaidAnew() {
        share("trip", "price = 'p'");
        Design design = harbour.design();
        assertThat(of("ben").unreadable(design, design)).isEmpty();
    }

    @Test
    void theConditionOfAFilterIsOfEveryTypeItBinds() {
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "F",
                        to("cas"),
                        new AccountScope(false, Set.of("red"), Set.of()),
                        Set.of(),
                        Optional.of(Condition.ofText("price = 'p'"))));
        assertThat(unreadable("ben")).containsExactly("design.accountFilters[f]");
    }

    @Test
    void soIsThatOfAnExpectation() {
        harbour.expectations.add(
                new Expectation(
                        "never",
                        "Never",
                        to("cas"),
                        Expectation.Claim.CAN_NEVER,
                        new Expectation.Target.OnRecords(
                                "trip", "view", Optional.of(Condition.ofText("price = 'p'"))),
                        Optional.of("ann"),
                        "",
                        Expectation.Severity.ERROR));
        assertThat(unreadable("ben")).containsExactly("design.expectations[never]");
    }

    @Test
    void conditionsOnThePersonAloneAreAnybodys() {
        share("chart", "user.grade > 3");
        assertThat(unreadable("ben")).isEmpty();
    }

    @Test
    void whatIsOnlyDraftedOpensNoField() {
        harbour.give(to("ben"), may("trip", "view", Reach.ALL));
        RecordType trip = type("trip");
        RecordType opened =
                trip.with(
                        trip.parent(),
                        trip.fields().stream()
                                .map(
                                        one ->
                                                new Field(
                                                        "any" + one.key(),
                                                        one.label(),
                                                        one.columns(),
                                                        one.type(),
                                                        false,
                                                        Set.of(),
                                                        one.refersTo(),
                                                        one.choices()))
                                .toList());
        RecordSet set = RecordSet.where(Condition.ofText("anyprice = 'p'").expression(), "p");
        assertThat(of("ben").mayCount(opened, set)).isFalse();
        RecordSet open = RecordSet.where(Condition.ofText("anycrew > 2").expression(), "crew");
        assertThat(of("ben").mayCount(opened, open)).isTrue();
    }
}
