package nembar.core.design;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.core.catalogue.FieldType;
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
    void numbersKeepTheirSizeAndDatesTheirDecade() {
        assertThat(MaskStyle.ROUNDED.mask("12345.67")).isEqualTo("about 12000");
        assertThat(MaskStyle.ROUNDED.mask("-0.0456")).isEqualTo("about -0.046");
        assertThat(MaskStyle.ROUNDED.mask("0")).isEqualTo("about 0");
        assertThat(MaskStyle.RANGE.mask("12345.67")).isEqualTo("10000 to 20000");
        assertThat(MaskStyle.RANGE.mask("345")).isEqualTo("300 to 400");
        assertThat(MaskStyle.RANGE.mask("7")).isEqualTo("0 to 100");
        assertThat(MaskStyle.RANGE.mask("-7")).isEqualTo("-100 to 0");
        assertThat(MaskStyle.RANGE.mask("1984-05-06")).isEqualTo("1980s");
        assertThat(MaskStyle.RANGE.mask("many")).isEqualTo("•••••");
    }

    @Test
    void anAddressKeepsItsDomain() {
        assertThat(MaskStyle.DOMAIN.mask("ann@larkwater.example"))
                .isEqualTo("•••••@larkwater.example");
        assertThat(MaskStyle.DOMAIN.mask("ann")).isEqualTo("•••••");
    }

    @Test
    void ofSomeTypesSomeStylesLeaveNothing() {
        assertThat(MaskStyle.YEAR.suits(FieldType.DATE)).isTrue();
        assertThat(MaskStyle.YEAR.suits(FieldType.TEXT)).isFalse();
        assertThat(MaskStyle.ROUNDED.suits(FieldType.DATE)).isFalse();
        assertThat(MaskStyle.RANGE.suits(FieldType.MONEY)).isTrue();
        assertThat(MaskStyle.DOMAIN.suits(FieldType.WHOLE_NUMBER)).isFalse();
    }

    @Test
    void nothingStaysNothing() {
        for (MaskStyle style : MaskStyle.values()) {
            assertThat(style.mask("")).isEmpty();
        }
    }
}
