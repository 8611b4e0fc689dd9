package nembar.core.arrival;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import nembar.core.arrival.Pasted.Entry;
import org.junit.jupiter.api.Test;

/** What people paste, read as addresses and names. */
class PastedTest {
    @Test
    void anySeparatorStandsBetweenAddresses() {
        assertThat(Pasted.read("a@x.example, b@x.example;c@x.example\td@x.example\ne@x.example"))
                .extracting(Entry::address)
                .containsExactly(
                        "a@x.example", "b@x.example", "c@x.example", "d@x.example", "e@x.example");
        assertThat(Pasted.read("a@x.example b@x.example")).hasSize(2);
    }

    @Test
    void aNameStandsBeforeItsAddress() {
        assertThat(
                        Pasted.read(
                                "Owen Tarn <owen@x.example>, \"Quill, Petra\" <petra@x.example>;"
                                        + " bare@x.example"))
                .containsExactly(
                        new Entry("Owen Tarn", "owen@x.example"),
                        new Entry("Quill, Petra", "petra@x.example"),
                        new Entry("", "bare@x.example"));
    }

    @Test
    void anAddressBeforeANamedOneIsOneOfItsOwn() {
        assertThat(Pasted.read("first@x.example Second Name <second@x.example>"))
                .extracting(Entry::address)
                .contains("first@x.example", "second@x.example");
    }

    @Test
    void leftoversOfMailProgramsAreTakenAway() {
        assertThat(Pasted.read("\ufeffmailto:a@x.example\u00a0;\r\n"))
                .containsExactly(new Entry("", "a@x.example"));
        assertThat(Pasted.read("  \n ;, ")).isEmpty();
    }

    @Test
    void namesInAnyScriptStay() {
        assertThat(Pasted.read("Ольга Волк <olga@x.example>\n王 芳 <fang@x.example>"))
                .isEqualTo(
                        List.of(
                                new Entry("Ольга Волк", "olga@x.example"),
                                new Entry("王 芳", "fang@x.example")));
    }

    @Test
    void whatIsNoAddressStaysARowToBeCorrected() {
        assertThat(Pasted.read("nobody, half@\nwhole@x.example"))
                .extracting(Entry::address)
                .containsExactly("nobody", "half@", "whole@x.example");
    }
}
