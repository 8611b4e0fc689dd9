package nembar.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class RecordKeyTest {

    @Test
    void aKeyOfOneColumnIsItsText() {
        assertThat(RecordKey.text(List.of("a,b~c"))).isEqualTo("a,b~c");
        assertThat(RecordKey.parts("a,b~c", 1)).containsExactly("a,b~c");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"4711|3|4711,3", "a,b|c|a~,b,c", "~|,|~~,~,", "''|''|','", "~,|''|~~~,,"})
    void partsAreJoinedAndFoundAgain(String one, String other, String text) {
        assertThat(RecordKey.text(List.of(one, other))).isEqualTo(text);
        assertThat(RecordKey.parts(text, 2)).containsExactly(one, other);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "4711", "1,2,3", "1~,2"})
    void anotherTextHasAnotherNumberOfParts(String text) {
        assertThat(RecordKey.parts(text, 2).size()).isNotEqualTo(2);
    }

    @Test
    void aTildeAtTheEndStandsForItself() {
        assertThat(RecordKey.parts("a,b~", 2)).containsExactly("a", "b~");
    }
}
