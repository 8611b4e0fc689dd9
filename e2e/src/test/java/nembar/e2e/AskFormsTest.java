package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Questions of every form by keyboard, at any instant, and looking through somebody's eyes. */
@ExtendWith(Stage.class)
class AskFormsTest {
    private static final String WHY =
            "/ask/why?application=towline&person=bram.oduya&do=cell:invoice:view&record=3016";

    @Test
    void whoCanIsAskedByKeyboardAndNarrowedToOneWay(Page page) {
        page.signInAsAdministrator().go("/ask/what-can");
        page.into("Form of the question");
        page.type("Who can", Keys.ENTER).read("Fill in what is done");
        page.complete("Do what", "approve inv", "approve invoices");
        page.read("people can").read("By what they came by it");
        assertThat(page.path()).contains("do=cell%3Ainvoice%3Aapprove");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.click(By.xpath("(//section[@aria-label='By what they came by it']//button)[1]"));
        page.read("Only those who came by it so are listed.");
        page.click(By.xpath("(//button[starts-with(@aria-label, 'Without it')])[1]"));
        page.read("Who would lose what").press("Keep it");

        page.complete("Do what", "personal", "see any field that is personal");
        page.read("people can");
        assertThat(page.text()).contains(" of ");
    }

    @Test
    void aNoIsMendedAndBecomesAYes(Page page) {
        page.signInAsAdministrator().go(WHY);
        page.read("Bram Oduya may not view invoice 3016").read("Share this invoice with");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.click(By.cssSelector("button[aria-label^='Put it into the draft: Share this']"));
        page.read("Yes, after publishing the draft");
        page.press("Review");
        page.fill("Why, for whoever reads it later", "He is to look at it");
        page.press("Publish now").read("Published as no.");
        page.go(WHY).read("Bram Oduya may view invoice 3016");

        page.go("/bench/towline?list=directShares");
        page.click(By.cssSelector("button[aria-label^='Take away: Open invoice 3016 to Bram']"));
        page.press("Take it away").press("Review");
        page.fill("Why, for whoever reads it later", "He has seen it");
        page.press("Publish now").read("Published as no.");
        page.go(WHY).read("Bram Oduya may not view invoice 3016");
    }

    @Test
    void somebodyNewIsAskedAbout(Page page) {
        page.signInAsAdministrator().go("/ask/what-could");
        page.into("Who they would be").type("Night Desk");
        page.read("unit alone").type(Keys.ENTER);
        page.read("Staff in Night Desk.").read("Rests on publication no.");
        assertThat(page.path()).contains("unit=night-desk");
        page.type("Hazard off");
        page.read("whoever holds the role").type(Keys.ENTER);
        page.read("Hazard officer");
        assertThat(page.path()).contains("role=hazard-officer");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/ask/what-could?application=towline&role=shipper-contact");
        page.read("is meant for outsiders. Say which organisation they act for.");
    }

    @Test
    void theTimeLineLeadsToOtherDays(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=livia.sarto&application=towline");
        page.read("Rests on publication no.").read("Berth planner");
        page.press("Later").read("on 1 April 2027").missing("Berth planner, from");
        page.read("As things are published now");
        page.press("Back to now").read("Berth planner");
        page.press("Earlier").read("The records are those of today");
        page.go("/ask/what-can?person=livia.sarto&application=towline&at=2001-01-01T00:00:00Z");
        page.read("Nothing was published yet in Towline on that day.");
    }

    @Test
    void whatDiffersIsToldForPeopleAndDays(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/differs?application=towline&person=ilse.marrow&other=maren.holt");
        page.read("Only Ilse Marrow").read("change berth bookings");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/ask/differs?application=towline&person=ilse.marrow&other=ilse.marrow");
        page.read("can do the same");
    }

    @Test
    void theMatrixLeadsToAPersonsReasons(Page page) {
        page.signInAsAdministrator().go("/ask/matrix?application=towline");
        page.read("reach something").read("Mabel Hollis");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.fill("Find by name, unit, organisation", "Ilse").missing("Mabel Hollis");
        page.click(By.cssSelector("button[aria-label^='Ilse Marrow, view cargo lots']"));
        page.read("Ilse Marrow may view 642 cargo lots");
    }

    @Test
    void anOutsiderFindsNothingOfAnybodyElses(Page page) {
        page.signInAsAdministrator();
        page.go("/people/p/mabel.hollis").press("Look through their eyes");
        page.read("With the eyes of").read("1 to 25 of 187");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/look/towline?person=mabel.hollis&type=invoice").read("of 121");
        assertThat(page.below("Account")).hasSize(25).containsOnly("Hollis Grain");
        page.fill("Find in what they see", "Eddystow").read("Nothing that they see has these");
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
        page.read("Livia Sarto").type(Keys.ENTER);
        page.read("only Ilse Marrow").read("only Livia Sarto").read("neither");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.dark();
        page.read("only Ilse Marrow");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }
}
