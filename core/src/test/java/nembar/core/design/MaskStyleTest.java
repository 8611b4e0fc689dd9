package nembar.core.design;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class MaskStyleTest {
    @Test
    void eachStyleLeavesWhatItSays() {
        assertThat(MaskStyle.FULL.mask("secret")).isEqualTo("•••••");
        assertThat(MaskStyle.INITIALS.mask("Ilse Marrow")).isEqualTo("I. M.");
        assertThat(MaskStyle.ENDING.mask("NL12345678")).isEqualTo("•••••78");
        assertThat(MaskStyle.YEAR.mask("1984-05-06")).isEqualTo("1984");
    }

    @Test
    void shortAndOddValuesAreMaskedWhole() {
        assertThat(MaskStyle.ENDING.mask("1234")).isEqualTo("•••••");
        assertThat(MaskStyle.YEAR.mask("May")).isEqualTo("•••••");
    }

    @Test
    void nothingStaysNothing() {
        for (MaskStyle style : MaskStyle.values()) {
            assertThat(style.mask("")).isEmpty();
        }
    }
}
