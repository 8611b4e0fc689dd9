package nembar.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

class RecentlyMadeTest {
    private final RecentlyMade<String> kept = new RecentlyMade<>(2);
    private final List<String> made = new ArrayList<>();

    private String ask(String wanted) {
        return kept.find(
                wanted::equals,
                () -> {
                    made.add(wanted);
                    return wanted;
                });
    }

    @Test
    void whatWasMadeLatelyIsNotMadeAgain() {
        ask("a");
        ask("b");
        assertThat(ask("a")).isEqualTo("a");
        assertThat(made).containsExactly("a", "b");
    }

    @Test
    void whatWasNotAskedForTheLongestGoesFirst() {
        ask("a");
        ask("b");
        ask("a");
        ask("c");
        ask("a");
        ask("b");
        assertThat(made).containsExactly("a", "b", "c", "b");
    }

    @Test
    void whatCannotBeMadeIsNotKept() {
        assertThatThrownBy(
                        () ->
                                kept.find(
                                        "a"::equals,
                                        () -> {
                                            throw new IllegalStateException();
                                        }))
                .isInstanceOf(IllegalStateException.class);
        assertThat(ask("a")).isEqualTo("a");
    }

    @Test
    void theSameDesignGivesTheSameModel() {
        AccessModel model = new Harbour().model();
        PrivilegeSet look = new PrivilegeSet("look", "Look", "", List.of());
        AccessModel drafted = model.withDesign(Design.of(List.of(look)));
        assertThat(model.withDesign(Design.of(List.of(look)))).isSameAs(drafted);
        assertThat(drafted.withDesign(Design.of(List.of(look)))).isSameAs(drafted);
        assertThat(model.withDesign(Design.empty())).isNotSameAs(drafted);
        assertThat(drafted.directory()).isSameAs(model.directory());
    }
}
