package nembar.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import nembar.core.catalogue.Column.Stored;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ColumnTest {

    @ParameterizedTest
    @ValueSource(strings = {"0", "42", "-7", "9223372036854775807"})
    void aWholeNumberIsWrittenInOneWay(String text) {
        assertThat(Stored.WHOLE.fits(text)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "042", "+4", "-0", "4.0", "4 ", "9223372036854775808", "٤", "x"})
    void anotherTextIsNoWholeNumber(String text) {
        assertThat(Stored.WHOLE.fits(text)).isFalse();
    }

    @Test
    void aUuidIsWrittenInSmallLettersWithItsHyphens() {
        assertThat(Stored.UUID.fits("6ba7b810-9dad-11d1-80b4-00c04fd430c8")).isTrue();
        assertThat(Stored.UUID.fits("6BA7B810-9dad-11d1-80b4-00c04fd430c8")).isFalse();
        assertThat(Stored.UUID.fits("6ba7b8109dad11d180b400c04fd430c8")).isFalse();
        assertThat(Stored.UUID.fits("1-1-1-1-1")).isFalse();
    }

    @Test
    void anythingIsAText() {
        assertThat(Stored.PLAIN.fits("any thing")).isTrue();
        assertThat(Stored.OTHER.fits("")).isTrue();
    }
}
