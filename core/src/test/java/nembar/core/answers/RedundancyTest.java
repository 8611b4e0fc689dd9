package nembar.core.answers;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Set;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** What one privilege or set gives besides another (docs/access-model.md, section 9). */
class RedundancyTest {
    private final Redundancy redundancy = new Redundancy(new Harbour().model());

    private void covers(Privilege wide, Privilege narrow) {
        assertThat(redundancy.covers(wide, narrow)).as("%s covers %s", wide, narrow).isTrue();
    }

    private void leaves(Privilege wide, Privilege narrow) {
        assertThat(redundancy.covers(wide, narrow)).as("%s leaves %s", wide, narrow).isFalse();
    }

    private static Privilege function(String key, String level) {
        return new Privilege.FunctionPrivilege(key, level);
    }

    @Test
    void anOperationCoversWhatItCarriesWithinItsReach() {
        covers(may("trip", "change", Reach.ALL), may("trip", "view", Reach.OWN));
        covers(may("trip", "view", Reach.BRANCH), may("trip", "view", Reach.UNIT));
        leaves(may("trip", "view", Reach.ALL), may("trip", "change", Reach.ALL));
        leaves(may("trip", "create", Reach.ALL), may("trip", "view", Reach.ALL));
        leaves(may("trip", "view", Reach.UNIT), may("trip", "view", Reach.BRANCH));
        leaves(may("load", "view", Reach.ALL), may("trip", "view", Reach.ALL));
        leaves(may("trip", "view", Reach.ALL), may("trip", "moor", Reach.ALL));
        leaves(may("ship", "view", Reach.ALL), may("ship", "view", Reach.ALL));
    }

    @Test
    void aConditionCoversWhatImpliesIt() {
        covers(may("trip", "view", Reach.ALL), may("trip", "view", Reach.ALL, "crew > 3"));
        covers(
                may("trip", "view", Reach.ALL, "crew > 2"),
                may("trip", "view", Reach.ALL, "crew > 3"));
        leaves(
                may("trip", "view", Reach.ALL, "crew > 3"),
                may("trip", "view", Reach.ALL, "crew > 2"));
        leaves(may("trip", "view", Reach.ALL, "crew > 3"), may("trip", "view", Reach.ALL));
    }

    @Test
    void aFieldIsCoveredByMoreFieldsOrMoreUseOfThem() {
        Privilege both =
                new Privilege.FieldPrivilege(
                        "trip", Set.of("price", "crew"), Use.CHANGE, Reach.ALL);
        covers(both, field("trip", "price", Use.VIEW, Reach.OWN));
        covers(both, field("trip", "crew", Use.CHANGE, Reach.ALL));
        leaves(field("trip", "price", Use.CHANGE, Reach.ALL), both);
        leaves(
                field("trip", "price", Use.VIEW, Reach.ALL),
                field("trip", "price", Use.CHANGE, Reach.ALL));
        leaves(
                field("trip", "price", Use.VIEW, Reach.OWN),
                field("trip", "price", Use.VIEW, Reach.ALL));
        leaves(
                field("load", "price", Use.VIEW, Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.ALL));
        leaves(both, may("trip", "view", Reach.OWN));
        leaves(may("trip", "change", Reach.ALL), field("trip", "price", Use.VIEW, Reach.OWN));
    }

    @Test
    void aLevelCoversThoseBelowItOfTheSameFunction() {
        covers(function("tide", "set"), function("tide", "look"));
        covers(function("tide", "look"), function("tide", "look"));
        leaves(function("tide", "look"), function("tide", "set"));
        leaves(function("forecast", "run"), function("tide", "look"));
        leaves(function("tide", "set"), may("trip", "view", Reach.OWN));
    }

    @Test
    void aSetCoversAnotherThatGivesSomethingAndNothingBesides() {
        PrivilegeSet wide = set(may("trip", "change", Reach.ALL), function("tide", "set"));
        assertThat(redundancy.covers(wide, set(may("trip", "view", Reach.OWN)))).isTrue();
        assertThat(
                        redundancy.covers(
                                wide,
                                set(
                                        may("trip", "view", Reach.OWN),
                                        may("load", "view", Reach.OWN))))
                .isFalse();
        assertThat(redundancy.covers(wide, set())).isFalse();
    }

    private static PrivilegeSet set(Privilege... privileges) {
        return new PrivilegeSet("key", "Name", "", Arrays.asList(privileges));
    }
}
