package nembar.core.answers;

import static nembar.core.testing.Harbour.NOW;
import static nembar.core.testing.Harbour.may;
import static nembar.core.testing.Harbour.to;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import nembar.core.design.Assignment;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.element.Element;
import nembar.core.model.AccessModel;
import nembar.core.testing.Elements;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

/** Who could over a time, by the models there were. */
class WhoCouldTest {
    private static final Instant END = NOW.plus(Duration.ofDays(10));

    private final List<Instant> looked = new ArrayList<>();
    private final WhoCould who =
            new WhoCould(
                    "trip",
                    "view",
                    moment -> way -> way.element().map(Element::key).orElse("nothing"));

    private static AccessModel with(Assignment... assignments) {
        Harbour harbour = new Harbour();
        harbour.sets.add(
                new PrivilegeSet("look", "Look", "", List.of(may("trip", "view", Reach.ACCOUNT))));
        harbour.assignments.addAll(List.of(assignments));
        return harbour.model();
    }

    private static Assignment give(String key, String person, Times times) {
        return Elements.assignment(key, to(person), new Assignment.Gives.OfSet("look"), times);
    }

    private static Instant day(int days) {
        return NOW.plus(Duration.ofDays(days));
    }

    private List<String> told() {
        return who.spans().stream()
                .map(
                        span ->
                                span.person().key()
                                        + " from "
                                        + Duration.between(NOW, span.from()).toDays()
                                        + span.until()
                                                .map(
                                                        at ->
                                                                " to "
                                                                        + Duration.between(NOW, at)
                                                                                .toDays())
                                                .orElse("")
                                        + " by "
                                        + String.join(", ", span.by()))
                .toList();
    }

    @Test
    void whatBeginsAndEndsWithinAModelIsLookedAtThen() {
        Times some = Times.between(Optional.of(day(2)), Optional.of(day(5)));
        who.look(with(give("some", "eve", some)), NOW, END, looked::add);
        assertThat(looked).containsExactly(NOW, day(2), day(5));
        assertThat(told()).containsExactly("eve from 2 to 5 by some");
    }

    @Test
    void aSpanGoesOnFromModelToModelAndNamesAllThatLetThem() {
        Assignment first = give("first", "eve", Times.ALWAYS);
        who.look(with(first), NOW, day(1), looked::add);
        who.look(with(first, give("second", "eve", Times.ALWAYS)), day(1), day(2), looked::add);
        who.look(with(give("second", "eve", Times.ALWAYS)), day(2), day(3), looked::add);
        assertThat(told()).containsExactly("eve from 0 by first, second");
        who.look(with(), day(3), END, looked::add);
        assertThat(told()).containsExactly("eve from 0 to 3 by first, second");
        who.look(with(first), day(4), END, looked::add);
        assertThat(told())
                .containsExactly("eve from 0 to 3 by first, second", "eve from 4 by first");
    }

    @Test
    void whoCanAtSomeHoursOnlyIsNamedWheneverItIsLooked() {
        WeeklyHours.Span never =
                new WeeklyHours.Span(
                        EnumSet.of(DayOfWeek.SUNDAY), LocalTime.of(3, 0), LocalTime.of(4, 0));
        Times hours =
                new Times(
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(new WeeklyHours(List.of(never))));
        AccessModel model = with(give("night", "eve", hours));
        assertThat(AnyHour.of(model).design().assignments().get(0).times()).isEqualTo(Times.ALWAYS);
        who.look(model, NOW, END, looked::add);
        assertThat(told()).containsExactly("eve from 0 by night");
        assertThat(looked).containsExactly(NOW);
    }

    @Test
    void whereThereIsNoSuchTypeNobodyCould() {
        WhoCould none = new WhoCould("submarine", "view", moment -> way -> "");
        none.look(with(give("first", "eve", Times.ALWAYS)), NOW, END, looked::add);
        assertThat(none.spans()).isEmpty();
    }
}
