package nembar.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class WordsTest {
    @Test
    void theNearestNameIsFoundAcrossTypingErrors() {
        List<String> known = List.of("status", "state", "shipper");
        assertThat(Nearest.to("stauts", known)).contains("status");
        assertThat(Nearest.to("Shiper", known)).contains("shipper");
        assertThat(Nearest.to("tonnage", known)).isEmpty();
    }

    @Test
    void aSentenceEndsWithTheHintOrAFullStop() {
        assertThat(Nearest.sentence("No `stauts`", "stauts", List.of("status")))
                .isEqualTo("No `stauts`; did you mean `status`?");
        assertThat(Nearest.sentence("No `x`", "x", List.of("status"))).isEqualTo("No `x`.");
    }

    @Test
    void listsReadAsSentences() {
        assertThat(Wording.and(List.of())).isEmpty();
        assertThat(Wording.and(List.of("a", "b"))).isEqualTo("a and b");
        assertThat(Wording.or(List.of("a", "b", "c"))).isEqualTo("a, b or c");
        List<String> five = List.of("a", "b", "c", "d", "e");
        assertThat(Wording.some(five)).isEqualTo("a, b, c and 2 more");
        assertThat(Wording.some(five.subList(0, 4))).isEqualTo("a, b, c and d");
    }
}
