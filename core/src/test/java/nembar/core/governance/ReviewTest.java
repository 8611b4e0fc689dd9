package nembar.core.governance;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Assignment;
import nembar.core.design.Bounds;
import nembar.core.design.Design;
import nembar.core.design.Element;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.directory.Audience;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.governance.Objection.Rule;
import nembar.core.model.AccessModel;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** The three standing rules, each sentence by example (docs/access-model.md, section 10). */
class ReviewTest {
    private final Harbour harbour = new Harbour();
    private final List<Element> own = new ArrayList<>();

    ReviewTest() {
        harbour.give(to("cas"), may("trip", "view", Reach.OWN));
        harbour.sets.add(
                new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));
        harbour.sets.add(
                new PrivilegeSet("map", "Map", "", List.of(may("chart", "view", Reach.ALL))));
        administers("ann", Reach.ALL, Bounds.NONE);
    }

    @Test
    void whatAddsToOthersIsTheAuthorsToGive() {
        assertThat(objections("ann", assign("cas", "see", Bounds.NONE))).isEmpty();
    }

    @Test
    void thePeopleAreWithinTheReachOfTheAuthorsChange() {
        administers("ben", Reach.UNIT, Bounds.NONE);
        assertThat(objections("ben", assign("cas", "see", Bounds.NONE)))
                .anySatisfy(
                        one -> {
                            assertThat(one.rule()).isEqualTo(Rule.NO_RAISING);
                            assertThat(one.people()).containsExactly("cas");
                            assertThat(one.approvers()).contains("ann").doesNotContain("ben");
                        });
    }

    @Test
    void theSetIsWithinTheReachOfTheAuthorsGive() {
        assertThat(objections("cas", assign("ben", "see", Bounds.NONE)))
                .anySatisfy(one -> assertThat(one.why()).contains("not the author's to give"));
    }

    @Test
    void theBoundsAreNoWiderThanTheAuthorsOwn() {
        Bounds red = accounts("red");
        administers("ben", Reach.ALL, red);
        assertThat(objections("ben", assign("cas", "see", red)))
                .noneMatch(one -> one.why().contains("not the author's to give"));
        assertThat(objections("ben", assign("cas", "see", Bounds.NONE)))
                .anyMatch(one -> one.why().contains("not the author's to give"));
        assertThat(objections("ben", assign("cas", "see", accounts("blue"))))
                .anyMatch(one -> one.why().contains("not the author's to give"));
    }

    @Test
    void whatAddsToTheAuthorNeedsSomebodyElse() {
        administers("ben", Reach.ALL, Bounds.NONE);
        List<Objection> alone = objections("ann", assign("ann", "see", Bounds.NONE));
        assertThat(alone).hasSize(1);
        assertThat(alone.get(0).approvers()).containsExactly("ben");
        assertThat(objections("ann", Set.of("ben"), assign("ann", "see", Bounds.NONE))).isEmpty();
        assertThat(objections("ann", Set.of("cas"), assign("ann", "see", Bounds.NONE))).hasSize(1);
    }

    @Test
    void byWhateverWayRound() {
        administers("ben", Reach.ALL, Bounds.NONE);
        harbour.accountFilters.add(
                new AccountFilter(
                        "f",
                        "F",
                        to("ann"),
                        new AccountScope(false, Set.of("red"), Set.of()),
                        Set.of("trip")));
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        Change unfiltered = new Change.Remove(harbour.accountFilters.get(0).kind(), "f");
        assertThat(objections("ann", unfiltered))
                .anyMatch(one -> one.why().contains("author's own access"));
    }

    @Test
    void whileOnlyOneMayGiveEverythingTheirWordStands() {
        assertThat(objections("ann", assign("ann", "see", Bounds.NONE))).isEmpty();
    }

    @Test
    void whatGivesInAGuardedAreaNeedsASteward() {
        administers("ben", Reach.ALL, Bounds.NONE);
        List<Objection> objections = objections("ben", assign("cas", "map", Bounds.NONE));
        assertThat(objections).hasSize(1);
        assertThat(objections.get(0).rule()).isEqualTo(Rule.GUARDED_AREA);
        assertThat(objections.get(0).approvers()).as("ann is its steward").containsExactly("ann");
        assertThat(objections("ben", Set.of("ann"), assign("cas", "map", Bounds.NONE))).isEmpty();
        assertThat(objections("ann", assign("cas", "map", Bounds.NONE))).isEmpty();
    }

    @Test
    void noActLeavesNembarWithoutSomebodyWhoMayGiveEverything() {
        assertThat(Review.neverNobody(nembar(), List.of(harbour.model()), NOW)).isEmpty();
        own.clear();
        assertThat(Review.neverNobody(nembar(), List.of(harbour.model()), NOW))
                .singleElement()
                .satisfies(one -> assertThat(one.rule()).isEqualTo(Rule.NEVER_NOBODY));
    }

    @Test
    void whoMayPublishIsDecidedLikeEverythingElse() {
        assertThat(Review.publishers(nembar(), NOW)).containsExactly("ann");
        administers("ben", Reach.UNIT, Bounds.NONE);
        assertThat(Review.publishers(nembar(), NOW)).containsExactly("ann", "ben");
    }

    @Test
    void aMoveInTheDirectoryIsHeldAgainstTheRulesToo() {
        administers("ben", Reach.ALL, Bounds.NONE);
        harbour.give(
                Audience.anyOf(new Audience.OneTeam("pilots")), may("chart", "view", Reach.ALL));
        AccessModel now = harbour.model();
        harbour.pilots = Optional.of(Condition.ofText("user.grade > 1"));
        List<Objection> objections =
                Review.of(
                        nembar(),
                        now,
                        harbour.model(),
                        now.directory().person("ben").orElseThrow(),
                        Set.of(),
                        NOW);
        assertThat(objections)
                .extracting(Objection::rule)
                .as("ben becomes a pilot, and charts are guarded")
                .containsExactly(Rule.GUARDED_AREA, Rule.NO_RAISING);
    }

    private static Bounds accounts(String... keys) {
        return new Bounds(
                Optional.of(new AccountScope(false, Set.of(keys), Set.of())), Optional.empty());
    }

    private static Change assign(String person, String set, Bounds bounds) {
        return Change.Put.of(
                new Assignment(
                        "new",
                        to(person),
                        new Assignment.Gives.OfSet(set),
                        bounds,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    private List<Objection> objections(String author, Change... changes) {
        return objections(author, Set.of(), changes);
    }

    private List<Objection> objections(String author, Set<String> approvers, Change... changes) {
        AccessModel now = harbour.model();
        return Review.of(
                nembar(),
                now,
                Changes.apply(now, List.of(changes)),
                now.directory().person(author).orElseThrow(),
                approvers,
                NOW);
    }

    /** May change people within the reach, and give, change and publish everything. */
    private void administers(String person, Reach reach, Bounds bounds) {
        List<Privilege> privileges = new ArrayList<>();
        privileges.add(new RecordPrivilege("person", "change", reach));
        for (String type : List.of("role", "privilege_set")) {
            privileges.add(new RecordPrivilege(type, "give", Reach.ALL));
        }
        for (String type : List.of("sharing_rule", "direct_share", "account_filter")) {
            privileges.add(new RecordPrivilege(type, "change", Reach.ALL));
        }
        privileges.add(new RecordPrivilege("draft", "publish", Reach.ALL));
        own.add(new PrivilegeSet("of-" + person, "Of " + person, "", privileges));
        own.add(
                new Assignment(
                        "to-" + person,
                        to(person),
                        new Assignment.Gives.OfSet("of-" + person),
                        bounds,
                        Times.ALWAYS,
                        "",
                        Optional.empty(),
                        Optional.empty()));
    }

    private AccessModel nembar() {
        List<RecordType> types =
                Stream.of(
                                "role",
                                "privilege_set",
                                "assignment",
                                "sharing_rule",
                                "direct_share",
                                "account_filter",
                                "field_filter",
                                "delegation",
                                "draft")
                        .map(ReviewTest::type)
                        .toList();
        List<RecordType> all = new ArrayList<>(types);
        all.add(person());
        return AccessModel.of(
                new Application("nembar", "Nembar", ZoneId.of("UTC")),
                new Catalogue(List.of(new Area("all", "All", Optional.empty())), all, List.of()),
                harbour.directory(),
                Design.of(own));
    }

    private static RecordType person() {
        return new RecordType(
                "person",
                "Person",
                "People",
                "all",
                "nembar.person",
                "key",
                "key",
                new RecordType.Places(
                        Optional.of("key"),
                        Optional.empty(),
                        Optional.of("unit"),
                        Optional.empty()),
                Optional.empty(),
                List.of(field("key"), field("unit")),
                List.of());
    }

    private static RecordType type(String key) {
        return new RecordType(
                key,
                key,
                key,
                "all",
                "nembar." + key,
                "id",
                "id",
                new RecordType.Places(
                        Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty()),
                Optional.empty(),
                List.of(field("id"), field("application")),
                List.of(new Operation("give", "give"), new Operation("publish", "publish")));
    }

    private static Field field(String key) {
        return new Field(
                key, key, key, FieldType.TEXT, false, Set.of(), Optional.empty(), List.of());
    }
}
