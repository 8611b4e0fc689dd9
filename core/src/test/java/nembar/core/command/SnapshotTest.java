package nembar.core.command;

import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.command.ChangeSet.OfApplication;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.directory.Edits;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Everything at one edition, and at the next. */
class SnapshotTest {
    private static final Change SEE =
            Change.Put.of(
                    new PrivilegeSet("see", "See", "", List.of(may("trip", "view", Reach.ALL))));

    private final Snapshot now = snapshot();

    private static Snapshot snapshot() {
        Harbour harbour = new Harbour();
        harbour.give(to("ann"), may("trip", "view", Reach.ALL));
        AccessModel one = harbour.model();
        AccessModel other =
                AccessModel.of(
                        new Application("dock", "Dock", harbour.zone),
                        one.catalogue(),
                        one.directory(),
                        one.design());
        Map<String, AccessModel> models = new LinkedHashMap<>();
        models.put("harbour", one);
        models.put("dock", other);
        return new Snapshot(one.directory(), models);
    }

    @Test
    void whatNothingTouchesStaysTheSame() {
        Snapshot next = now.with(ChangeSet.of("harbour", List.of(SEE)));
        assertThat(next.models().get("harbour").design().set("see")).isPresent();
        assertThat(now.models().get("harbour").design().set("see")).isEmpty();
        assertThat(next.models().get("dock")).isSameAs(now.models().get("dock"));
        assertThat(next.directory()).isSameAs(now.directory());
        assertThat(next.models().get("harbour").catalogue())
                .isSameAs(now.models().get("harbour").catalogue());
        assertThat(now.with(ChangeSet.NONE).models()).isEqualTo(now.models());
    }

    @Test
    void allModelsStandOnOneDirectory() {
        Edits edits =
                Edits.ofPeople(
                        List.of(now.directory().person("ben").orElseThrow().withName("Bo", "")));
        Snapshot next = now.with(ChangeSet.of(edits, Map.of("harbour", List.of(SEE))));
        assertThat(next.directory().person("ben").orElseThrow().name()).isEqualTo("Bo");
        assertThat(next.all()).allMatch(model -> model.directory() == next.directory());
        assertThat(next.models().get("harbour").design().set("see")).isPresent();
    }

    @Test
    void whatDoesNotBelongTogetherIsRefusedAndSaysWhere() {
        ChangeSet gone = ChangeSet.of(Edits.ofUnits(List.of(), Set.of("pier")));
        assertThatThrownBy(() -> now.with(gone)).isInstanceOf(ModelRefused.class);
        ChangeSet broken =
                ChangeSet.of("harbour", List.of(new Change.Remove(set("set0").kind(), "set0")));
        assertThatThrownBy(() -> now.with(broken)).isInstanceOf(ModelRefused.class);
    }

    private PrivilegeSet set(String key) {
        return now.models().get("harbour").design().set(key).orElseThrow();
    }

    @Test
    void anApplicationThatIsNewBeginsWithNothing() {
        AccessModel known = now.models().get("harbour");
        List<Change> everything =
                new ArrayList<>(Changes.between(Catalogue.EMPTY, known.catalogue()));
        everything.add(SEE);
        ChangeSet fresh =
                new ChangeSet(
                        Edits.NONE,
                        Map.of(
                                "buoy",
                                new OfApplication(
                                        Optional.of(
                                                new Application(
                                                        "buoy",
                                                        "Buoy",
                                                        known.application().zone())),
                                        everything)));
        AccessModel buoy = now.with(fresh).models().get("buoy");
        assertThat(buoy.catalogue()).isEqualTo(known.catalogue());
        assertThat(buoy.design().sets()).extracting(PrivilegeSet::key).containsExactly("see");
        assertThat(now.find("buoy")).isEmpty();
    }

    @Test
    void aChangeSetLeavesOutWhatChangesNothing() {
        assertThat(ChangeSet.of("harbour", List.of()).none()).isTrue();
        assertThat(ChangeSet.of("harbour", List.of()).applications()).isEmpty();
        assertThat(ChangeSet.of("harbour", List.of(SEE)).none()).isFalse();
        assertThat(ChangeSet.of("harbour", List.of(SEE)).changes("harbour")).containsExactly(SEE);
        assertThat(ChangeSet.of("harbour", List.of(SEE)).changes("dock")).isEmpty();
        assertThat(ChangeSet.of(Edits.withoutTeam("cranes")).none()).isFalse();
    }
}
