package nembar.core.draft;

import static nembar.core.testing.Harbour.field;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Area;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.FieldPrivilege.Use;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.testing.Harbour;
import nembar.core.words.ChangeWords;
import org.junit.jupiter.api.Test;

/** A catalogue is changed as a design is: by typed changes that can be undone. */
class CatalogueChangesTest {
    private final Harbour harbour = new Harbour();

    private RecordType type(AccessModel model, String key) {
        return model.catalogue().recordType(key).orElseThrow();
    }

    private static Function function(String key, String... levels) {
        return new Function(key, "Ferry plan", "work", List.of(levels), List.of());
    }

    private List<Change> some(AccessModel model) {
        RecordType chart = type(model, "chart");
        return List.of(
                Change.Put.of(new Area("work", "Everyday work", Optional.empty(), "What is done.")),
                Change.Put.of(function("ferry", "none", "look")),
                Change.Remove.of(model.catalogue().function("survey").orElseThrow()),
                Change.Put.of(chart.with(Optional.empty(), new ArrayList<>(chart.fields()))),
                new Change.Put(
                        new PrivilegeSet(
                                "see",
                                "See",
                                "",
                                List.of(new Privilege.FunctionPrivilege("ferry", "look"))),
                        java.util.OptionalInt.empty()));
    }

    @Test
    void oneListChangesCatalogueAndDesignTogether() {
        AccessModel model = harbour.model();
        AccessModel next = Changes.apply(model, some(model));
        assertThat(next.catalogue().area("work").orElseThrow().name()).isEqualTo("Everyday work");
        assertThat(next.catalogue().function("survey")).isEmpty();
        assertThat(next.design().set("see")).isPresent();
        assertThat(next.personas()).isSameAs(model.personas());
    }

    @Test
    void theInverseLeadsBackAndTheDifferenceLeadsThere() {
        AccessModel model = harbour.model();
        List<Change> changes = some(model);
        AccessModel next = Changes.apply(model, changes);
        AccessModel back = Changes.apply(next, Changes.inverse(model, changes));
        assertThat(back.catalogue()).isEqualTo(model.catalogue());
        assertThat(back.design()).isEqualTo(model.design());
        AccessModel there = Changes.apply(model, Changes.between(model, next));
        assertThat(there.catalogue()).isEqualTo(next.catalogue());
        assertThat(there.design()).isEqualTo(next.design());
        assertThat(Changes.between(Catalogue.EMPTY, model.catalogue()))
                .hasSize(
                        model.catalogue().areas().size()
                                + model.catalogue().recordTypes().size()
                                + model.catalogue().functions().size());
    }

    @Test
    void aDesignThatSpeaksOfWhatIsGoneIsRefused() {
        harbour.give(to("ben"), may("chart", "view", Reach.ALL));
        AccessModel model = harbour.model();
        Change gone = Change.Remove.of(type(model, "chart"));
        assertThatThrownBy(() -> Changes.apply(model, List.of(gone)))
                .isInstanceOf(ModelRefused.class);
    }

    @Test
    void whatGivesRightsOnARecordTypeGivesTheRest() {
        harbour.give(to("ben"), may("chart", "view", Reach.ALL), may("trip", "view", Reach.ALL));
        AccessModel model = harbour.model();
        AccessModel left =
                Changes.apply(model, Removal.of(model, ElementKind.RECORD_TYPE, "chart"));
        assertThat(left.catalogue().recordType("chart")).isEmpty();
        assertThat(left.design().set("set0").orElseThrow().privileges())
                .containsExactly(may("trip", "view", Reach.ALL));
        assertThat(left.catalogue().function("survey").orElseThrow().needs()).isEmpty();
    }

    @Test
    void aTypeThatLeadsToOneGoneStandsOnItsOwn() {
        AccessModel model = harbour.model();
        AccessModel left = Changes.apply(model, Removal.of(model, ElementKind.RECORD_TYPE, "trip"));
        assertThat(type(left, "load").parent()).isEmpty();
        assertThat(type(left, "load").field("trip").orElseThrow().refersTo()).isEmpty();
        assertThat(left.catalogue().function("forecast").orElseThrow().needs())
                .containsExactly(new Function.FunctionNeed("tide", "look"));
    }

    @Test
    void aFilterOfNothingElseGoesInsteadOfBindingEverything() {
        harbour.accountFilters.add(filter("one", Set.of("trip")));
        harbour.accountFilters.add(filter("two", Set.of("trip", "load")));
        AccessModel model = harbour.model();
        AccessModel left = Changes.apply(model, Removal.of(model, ElementKind.RECORD_TYPE, "trip"));
        assertThat(left.design().accountFilters()).containsExactly(filter("two", Set.of("load")));
    }

    private static AccountFilter filter(String key, Set<String> types) {
        return new AccountFilter(key, key, to("ben"), AccountScope.ofActedFor(), types);
    }

    @Test
    void aFunctionGoesOutOfPrivilegesAndNeeds() {
        harbour.give(
                to("ben"),
                new Privilege.FunctionPrivilege("tide", "look"),
                may("trip", "view", Reach.ALL));
        AccessModel model = harbour.model();
        AccessModel left = Changes.apply(model, Removal.of(model, ElementKind.FUNCTION, "tide"));
        assertThat(left.design().set("set0").orElseThrow().privileges()).hasSize(1);
        assertThat(left.catalogue().function("forecast").orElseThrow().needs()).hasSize(1);
    }

    @Test
    void aFieldGoesOutOfPrivilegesButNotOutOfConditions() {
        harbour.give(
                to("ben"),
                may("trip", "view", Reach.ALL),
                field("trip", "price", Use.VIEW, Reach.ALL));
        AccessModel model = harbour.model();
        List<Change> changes = Removal.ofField(model, type(model, "trip"), "price");
        AccessModel left = Changes.apply(model, changes);
        assertThat(type(left, "trip").field("price")).isEmpty();
        assertThat(left.design().set("set0").orElseThrow().privileges())
                .containsExactly(may("trip", "view", Reach.ALL));

        harbour.give(to("cas"), may("trip", "view", Reach.ALL, "price = 'p'"));
        AccessModel said = harbour.model();
        assertThatThrownBy(
                        () ->
                                Changes.apply(
                                        said, Removal.ofField(said, type(said, "trip"), "price")))
                .isInstanceOf(ModelRefused.class);
    }

    private List<String> words(AccessModel model, Element... put) {
        List<Change> changes = new ArrayList<>();
        for (Element one : put) {
            changes.add(Change.Put.of(one));
        }
        return new ChangeWords(model, Changes.apply(model, changes)).of(changes);
    }

    @Test
    void whatIsGovernedOtherwiseIsToldInWords() {
        AccessModel model = harbour.model();
        RecordType trip = type(model, "trip");
        assertThat(
                        words(
                                model,
                                new Area("maps", "Sea maps", Optional.empty(), "Charts."),
                                function("ferry", "none", "look"),
                                trip.with(
                                        Optional.empty(),
                                        trip.fields().stream()
                                                .filter(one -> !one.key().equals("name"))
                                                .toList())))
                .containsExactly(
                        "Maps: called Sea maps from now on; no longer guarded; another"
                                + " explanation",
                        "New function: Ferry plan, none and look",
                        "Trips: without the field name");
        List<Change> gone = List.of(Change.Remove.of(model.catalogue().function("survey").get()));
        assertThat(new ChangeWords(model, Changes.apply(model, gone)).of(gone))
                .containsExactly("Take away the function Survey");
    }
}
