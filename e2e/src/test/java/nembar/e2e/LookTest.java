package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;

/** Looking through somebody's eyes, and the sheet of a record. */
@ExtendWith(Stage.class)
class LookTest {
    @Test
    void anExternalFindsNothingOfAnybodyElses(Page page) {
        page.signInAsAdministrator();
        page.go("/people/p/mabel.hollis").press("Look through their eyes");
        page.read("With the eyes of").read("1 to 25 of 187");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/look/towline?person=mabel.hollis&type=invoice").read("of 121");
        page.soon(() -> assertThat(page.below("Account")).hasSize(25).containsOnly("Hollis Grain"));
        page.fill("Find in what they see", "Eddystow").read("Nothing that they see is like this.");
        page.go("/look/towline?person=mabel.hollis&type=invoice&record=3016");
        page.read("Mabel Hollis does not find this record");
        assertThat(page.text()).doesNotContain("Eddystow Oil");
        page.go("/look/towline?person=mabel.hollis&type=invoice&page=rubbish&sort=margin");
        page.read("Invoice has no field");
        page.go("/look/towline?person=mabel.hollis&type=medical_note");
        page.read("shown to its stewards only");
    }

    @Test
    void twoPairsOfEyesAreOneTable(Page page) {
        page.signInAsAdministrator();
        page.go("/look/towline?person=ilse.marrow&type=cargo_lot").read("of 642");
        page.into("Second pair of eyes").type("Livia");
        page.take("Livia Sarto");
        page.read("only Ilse Marrow").read("only Livia Sarto").read("neither");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.dark();
        page.read("only Ilse Marrow");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void whatIsWithheldSaysWhyOnFocus(Page page) {
        page.signInAsAdministrator();
        page.go("/look/towline?person=emeka.walsh&type=contract&withheld=yes")
                .read("1 to 25 of 52");
        page.focus(By.cssSelector("tr[data-seen='false'] button"));
        page.read("Emeka Walsh may not view contract");
        page.go("/look/towline?person=ilse.marrow&type=voyage").read("1 to 25 of 402");
        page.focus(By.xpath("//th[contains(@class, 'withheld')]//span[. = 'Margin']"));
        page.read("Margin of voyage");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void rowsAreNarrowedToAValueAndPagesTurnedByPosition(Page page) {
        page.signInAsAdministrator();
        page.go("/look/towline?person=ilse.marrow&type=cargo_lot").read("1 to 25 of 642");
        page.press("only where …").complete("Field", "status", "status");
        page.fill("Value", "under claim").missing("of 642");
        page.soon(() -> assertThat(page.below("Status")).isNotEmpty().containsOnly("under claim"));
        page.press("leave out").read("of 642");
        page.click(By.cssSelector("button[aria-label='Go to next page']"));
        page.read("26 to 50 of 642");
        page.soon(() -> assertThat(page.path()).contains("after="));
    }

    @Test
    void aDraftIsLookedThroughBeforeItIsPublished(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/why?application=towline&person=bram.oduya&do=cell:invoice:view&record=3016");
        page.click(By.cssSelector("button[aria-label^='Put it into the draft: Share this']"));
        page.read("Yes, after publishing the draft");
        page.go("/look/towline?person=bram.oduya&type=invoice").read("They find no invoices here.");
        page.complete("As published or as drafted", "as in", "as in my draft");
        page.read("1 to 1 of 1").read("As if the draft were published.").read("3016");
        page.go("/bench/towline").discardDraft();
    }

    @Test
    void aRecordSaysWhereItBelongsWhoReachesItAndSinceWhen(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=mabel.hollis&application=towline&list=cargo_lot:view");
        page.click(By.xpath("(//td//button[starts-with(., 'L-')])[1]"));
        page.press("Who reaches it, since when, and its shares");
        page.read("Hollis Grain").read("Nobody has it by a share of its own.");
        page.read("people can").read("By what they came by it");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Look through the last publications").read("were looked at");
        page.press("Open this record to somebody");
        page.soon(() -> assertThat(page.path()).contains("list=directShares"));
        page.go("/record/towline/medical_note/H-900").read("shown to its stewards only");
        page.go("/record/towline/voyage/V-0").read("It may have been deleted.");
    }
}
