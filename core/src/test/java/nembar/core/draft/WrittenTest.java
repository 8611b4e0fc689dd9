package nembar.core.draft;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.element.ElementKind;
import org.junit.jupiter.api.Test;

/** Fewer changes with the same outcome (docs/access-model.md, section 8). */
class WrittenTest {
    private final Design published = Design.of(List.of(set("a", "A"), set("b", "B")));
    private final List<Written> all = new ArrayList<>();

    private static PrivilegeSet set(String key, String name) {
        return new PrivilegeSet(key, name, "", List.of());
    }

    private void put(String writer, String key, String name) {
        all.add(new Written(Change.Put.of(set(key, name)), writer));
    }

    private void remove(String writer, String key) {
        all.add(new Written(new Change.Remove(ElementKind.PRIVILEGE_SET, key), writer));
    }

    private List<Written> compacted() {
        List<Written> compacted = Written.compacted(published, all);
        assertThat(Changes.apply(published, changes(compacted)).sets())
                .containsExactlyInAnyOrderElementsOf(Changes.apply(published, changes(all)).sets());
        return compacted;
    }

    private static List<Change> changes(List<Written> all) {
        return all.stream().map(Written::change).toList();
    }

    @Test
    void theLastOfOneWriterStandsForAll() {
        put("ann", "a", "A1");
        put("ann", "b", "B1");
        put("ann", "a", "A2");
        assertThat(compacted())
                .containsExactly(
                        new Written(Change.Put.of(set("a", "A2")), "ann"),
                        new Written(Change.Put.of(set("b", "B1")), "ann"));
    }

    @Test
    void whatComesBackIsNoChange() {
        put("ann", "a", "A1");
        put("ben", "a", "A");
        put("ann", "c", "C");
        remove("ann", "c");
        assertThat(compacted()).isEmpty();
    }

    @Test
    void whatIsTakenOutAndPutBackKeepsItsPlace() {
        Change remove = Change.Remove.of(set("a", "A"));
        all.add(new Written(remove, "ann"));
        Changes.inverse(published, List.of(remove))
                .forEach(one -> all.add(new Written(one, "ann")));
        put("ann", "a", "A1");
        assertThat(Changes.apply(published, changes(compacted())).sets())
                .containsExactly(set("a", "A1"), set("b", "B"));
    }

    @Test
    void everyWriterOfAnElementStaysNamed() {
        put("ann", "a", "A1");
        put("ben", "a", "A2");
        put("ben", "a", "A3");
        put("ann", "a", "A4");
        assertThat(compacted()).extracting(Written::writer).containsExactly("ann", "ben", "ann");
        assertThat(Changes.apply(published, changes(compacted())).set("a"))
                .isEqualTo(Optional.of(set("a", "A4")));
    }

    @Test
    void nothingIsRemovedThatIsNotThere() {
        put("ann", "c", "C1");
        remove("ann", "c");
        put("ben", "c", "C2");
        assertThat(compacted()).containsExactly(new Written(Change.Put.of(set("c", "C2")), "ben"));
    }
}
