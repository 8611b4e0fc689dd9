package nembar.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Meant;
import nembar.core.answers.Moment;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Delegation;
import nembar.core.design.DirectShare;
import nembar.core.design.Expectation;
import nembar.core.design.FieldFilter;
import nembar.core.design.MaskStyle;
import nembar.core.design.Opening;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.Reach;
import nembar.core.design.SharingRule;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.directory.Audience.AllExternals;
import nembar.core.directory.Audience.AllStaff;
import nembar.core.directory.Audience.OnePerson;
import nembar.core.directory.Audience.OneTeam;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Elements as sentences (docs/access-model.md, section 3). */
class SentencesTest {
    private final Harbour harbour = new Harbour();

    private Sentence sentence(Element element) {
        return new Sentences(harbour.model()).of(element).orElseThrow();
    }

    private static SharingRule rule(Audience audience, Times times) {
        return new SharingRule(
                "r",
                "Rule",
                "trip",
                Optional.of(Condition.ofText("crew > 2")),
                Optional.empty(),
                audience,
                new Opening(Set.of("change"), Map.of("load", Set.of("view"))),
                times,
                "they sail them");
    }

    private static Expectation expectation(Expectation.Target target) {
        return new Expectation(
                "e",
                "E",
                Audience.anyOf(new AllExternals()),
                Expectation.Claim.CAN_NEVER,
                target,
                Optional.of("ann"),
                "",
                Expectation.Severity.ERROR);
    }

    @Test
    void aSharingRuleSaysWhatItOpensToWhomAndBelow() {
        Sentence said = sentence(rule(Audience.anyOf(new OneTeam("cranes")), Times.ALWAYS));
        assertThat(said.text())
                .isEqualTo(
                        "Open trips where crew is more than 2 to Cranes to change, and loads below"
                                + " them to view, because they sail them.");
        assertThat(said.pieces().stream().filter(Sentence.Piece::slot).map(Sentence.Piece::text))
                .containsExactly(
                        "trips",
                        "crew is more than 2",
                        "Cranes",
                        "change",
                        "loads",
                        "view",
                        "they sail them");
    }

    @Test
    void aDirectShareNamesItsRecordAndItsEnd() {
        DirectShare share =
                new DirectShare(
                        "s",
                        "trip",
                        "T-1",
                        Audience.anyOf(new OnePerson("ben")),
                        Opening.of("view"),
                        Optional.of(Instant.parse("2026-07-01T00:00:00Z")),
                        "",
                        Optional.empty());
        assertThat(sentence(share).text())
                .startsWith("Open trip T-1 to ")
                .contains(" to view, until ")
                .endsWith("2026.");
    }

    @Test
    void filtersSayWhatIsLeftToSee() {
        Audience staff = new Audience(List.of(new AllStaff()), List.of(new OneTeam("cranes")));
        FieldFilter mask =
                new FieldFilter(
                        "f",
                        "F",
                        staff,
                        "trip",
                        Set.of("due"),
                        new FieldFilter.Effect.Mask(MaskStyle.YEAR));
        assertThat(sentence(mask).text())
                .isEqualTo("Mask due of trips as the year only for all staff, except Cranes.");
        AccountFilter filter =
                new AccountFilter(
                        "a",
                        "A",
                        Audience.anyOf(new AllExternals()),
                        new AccountScope(true, Set.of(), Set.of("grain")),
                        Set.of());
        assertThat(sentence(filter).text())
                .isEqualTo(
                        "Keep all externals to the account acted for or accounts tagged grain on"
                                + " every record type that has an account.");
    }

    @Test
    void assignmentsAndDelegationsNamePeople() {
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.ALL));
        String ben = harbour.model().directory().personNames().get("ben");
        String ann = harbour.model().directory().personNames().get("ann");
        assertThat(sentence(harbour.model().design().assignments().get(0)).text())
                .startsWith("Give Set 0 to " + ben);
        assertThat(
                        sentence(
                                        new Delegation(
                                                "d",
                                                "ann",
                                                "ben",
                                                List.of("set0"),
                                                Times.ALWAYS,
                                                "she is away"))
                                .text())
                .isEqualTo("Let " + ben + " act for " + ann + " with Set 0, because she is away.");
    }

    @Test
    void anExpectationReadsWhateverItIsAbout() {
        String ann = harbour.model().directory().personNames().get("ann");
        assertThat(
                        sentence(
                                        expectation(
                                                new Expectation.Target.OnField(
                                                        "load", "due", Use.VIEW)))
                                .text())
                .isEqualTo("All externals can never view due of loads, kept by " + ann + ".");
        assertThat(sentence(expectation(new Expectation.Target.OnFunction("tide", "look"))).text())
                .contains("can never look in Tide table");
        assertThat(
                        sentence(
                                        expectation(
                                                new Expectation.Target.OnRecord(
                                                        "trip", "T-1", "change")))
                                .text())
                .contains("can never change trip T-1");
    }

    @Test
    void rolesAndSetsAreNoSentences() {
        assertThat(Sentences.are(ElementKind.ROLE)).isFalse();
        harbour.give(Harbour.to("ben"), Harbour.may("trip", "view", Reach.ALL));
        assertThat(new Sentences(harbour.model()).of(harbour.model().design().sets().get(0)))
                .isEmpty();
    }

    @Test
    void whatDoesNothingTodaySaysWhy() {
        Meant meant = new Meant(new Moment(harbour.model(), Harbour.NOW));
        Audience cranes = Audience.anyOf(new OneTeam("cranes"));
        Times over = Times.between(Optional.empty(), Optional.of(Harbour.NOW));
        Times later = Times.between(Optional.of(Harbour.NOW.plusSeconds(9)), Optional.empty());
        assertThat(meant.people(rule(cranes, Times.ALWAYS))).isEqualTo(2);
        assertThat(meant.idle(rule(cranes, Times.ALWAYS))).isEmpty();
        assertThat(meant.idle(rule(cranes, over))).contains("It has ended.");
        assertThat(meant.idle(rule(cranes, later))).contains("It has not begun.");
        Audience nobody = new Audience(List.of(new OneTeam("cranes")), List.of(new AllStaff()));
        assertThat(meant.idle(rule(nobody, Times.ALWAYS))).contains("Nobody is meant today.");
    }
}
