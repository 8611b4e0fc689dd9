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
        page.soon(() -> assertThat(page.path()).contains("do=cell%3Ainvoice%3Aapprove"));
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.click(By.xpath("(//section[@aria-label='By what they came by it']//button)[1]"));
        page.read("Only those who came by it so are listed.");
        page.click(By.xpath("(//button[starts-with(@aria-label, 'Without it')])[1]"));
        page.read("Who would lose what").press("Keep it");

        page.complete("Do what", "personal", "see any field that is personal");
        page.read("people can").read(" of ");
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
        page.take("unit alone");
        page.read("Staff in Night Desk.").read("Rests on publication no.");
        page.soon(() -> assertThat(page.path()).contains("unit=night-desk"));
        page.type("Hazard off");
        page.take("whoever holds the role");
        page.read("Hazard officer");
        page.soon(() -> assertThat(page.path()).contains("role=hazard-officer"));
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/ask/what-could?application=towline&role=shipper-contact");
        page.read("is meant for externals. Say which account they act for.");
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
        page.fill("Find by name, unit, account", "Ilse").missing("Mabel Hollis");
        page.click(By.cssSelector("button[aria-label^='Ilse Marrow, view cargo lots']"));
        page.read("Ilse Marrow may view 642 cargo lots");
    }

    @Test
    void whatTwoRolesGiveStandsSideBySide(Page page) {
        page.signInAsAdministrator().go("/ask/differs?application=towline");
        page.complete("One", "dispatch", "role").complete("Other", "hazard", "role");
        page.read("things differ").read("goods = 'fuel oil'");
        page.soon(
                () ->
                        assertThat(page.path())
                                .contains("role=dispatcher", "otherRole=hazard-officer"));
        assertThat(page.seriousAxeFindings()).isEmpty();
        assertThat(page.saved("CSV")).startsWith("What,Only the first,Only the second");
    }

    @Test
    void whoCanIsAskedOfRecordsThatMeetACondition(Page page) {
        page.signInAsAdministrator().go("/ask/who-can?application=towline");
        page.complete("Do what", "view cargo", "view cargo lots").read("people can");
        page.press("where …").into("Condition on the records").type("shipper = 'hollis-grain'");
        page.read("Mabel Hollis").missing("Ragna Northfell");
        page.soon(() -> assertThat(page.path()).contains("where="));
        page.type(" AND");
        page.read("expected a value, found the end").missing("people can");
    }

    @Test
    void whichRecordsOneMayAndAnotherMayNot(Page page) {
        page.signInAsAdministrator().go("/ask/which?application=towline");
        page.complete("Who may", "ilse", "Ilse Marrow");
        page.complete("Do what", "view cargo", "view cargo lots");
        page.complete("Who may not", "mabel", "Mabel Hollis");
        page.read("557 cargo lots for Ilse Marrow and not for Mabel Hollis");
        page.soon(
                () -> assertThat(page.below("Shipper")).hasSize(25).doesNotContain("Hollis Grain"));
        page.click(By.cssSelector("button[aria-label='Go to next page']"));
        page.read("26 to 50 of 557");
        page.click(By.cssSelector("button[aria-label='Go to previous page']"));
        page.read("1 to 25 of 557");
        assertThat(page.seriousAxeFindings()).isEmpty();
        assertThat(page.saved("CSV").lines()).hasSize(558);
    }

    @Test
    void rolesAreShownByWhatTheyAreMadeOf(Page page) {
        page.signInAsAdministrator().go("/ask/roles?application=towline");
        page.read("14 roles of 17 privilege sets").read("In no role");
        page.see(By.cssSelector("[aria-label^='Dispatcher is made of Run voyages']"));
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.wide(true);
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.dark();
        page.read("14 roles of 17 privilege sets");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void aQuestionIsFoundAgainKeptSharedAndForgotten(Page page) {
        page.signInAsAdministrator().go("/ask/who-can?application=towline&do=function:month-end");
        page.read("people can").press("Keep").read("Kept");
        page.go("/ask/what-can?application=towline");
        page.read("Kept").read("Who can use Month-end run");
        page.click(By.xpath("//label[contains(., 'shared with others')]//input"));
        page.press("Questions");
        page.click(By.xpath("//*[@role='dialog']//a[contains(., 'Who can use Month-end run')]"));
        page.read("people can");
        page.soon(() -> assertThat(page.path()).contains("do=function"));
        page.read("people can").press("Questions").read("Kept");
        page.click(By.cssSelector("[role=dialog] button[aria-label^='Forget']"));
        page.missing("shared with others");
    }

    @Test
    void anAnswerIsPrintedForAnAuditor(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=ilse.marrow&application=towline").read("Rests on");
        page.read("Cargo lot");
        assertThat(page.printed())
                .contains("Ilse Marrow", "do in", "Towline")
                .contains("Rests on publication no.", "Asked on ")
                .contains("Holds Dispatcher", "Voyage", "Medical note")
                .doesNotContain("Copy as text", "Ledger", "Keep");
        page.go(WHY)
                .read("Rests on")
                .read("Bram Oduya may not view invoice 3016")
                .read("What it would take");
        assertThat(page.printed())
                .contains("Bram Oduya", "view invoices", "3016", "Asked on ")
                .contains("on publication no. ", "Rests on publication no.")
                .contains("Bram Oduya may not view invoice 3016")
                .contains("What it would take");
    }
}
