package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;

/**
 * An access review from its beginning to its sealed result; a role cut; a report; the daily mail.
 */
@ExtendWith(Stage.class)
class ReviewsTest {
    private static final By END = By.cssSelector("button[aria-label^='End: ']");
    private static final By KEEP = By.cssSelector("button[aria-label^='Keep: ']");

    private static final By GROUP =
            By.cssSelector("button[aria-label^='Go through them: Hazard officer']");

    private static By link(String text) {
        return By.xpath("//a[normalize-space()=\"" + text + "\"]");
    }

    private static By person(String name) {
        return By.xpath("//nav[@aria-label='People']//button[contains(., \"" + name + "\")]");
    }

    private static Page maren(Page page) {
        return page.another().go("/").signIn("maren.holt@larkwater.example", "delta-mole-at-dawn");
    }

    @Test
    void twoReviewersAnswerAndTheResultIsSealed(Page page) {
        page.signInAsAdministrator();
        page.go("/desk?leaf=reviews").read("No review yet").press("Begin a review");
        page.choose("About", "A role").complete("Role", "Hazard", "Hazard officer");
        page.choose("Who is asked", "Somebody I name").complete("Who", "Maren", "Maren Holt");
        page.fill("Name of the review", "Who watches hazards");
        page.read("asked of Maren Holt (");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Begin, and write to them").read("Begun by Idris Munro");
        assertThat(page.path()).startsWith("/desk/reviews/");
        String review = page.path();

        Page maren = maren(page);
        try {
            maren.go("/desk").read("in the review Who watches hazards");
            maren.go(review).read("Yours to answer").click(person("Malachy Burke"));
            maren.read("Cargo lots: view").click(END).fill("Why", "He changed desks");
            maren.press("It is to end").read("End: He changed desks");
            assertThat(maren.seriousAxeFindings()).isEmpty();
            maren.press("Alike").click(GROUP);
            maren.read("not looked at yet").read("Look at them first");
        } finally {
            maren.close();
        }
        page.go(review).press("Who is asked").press("Hand on what waits for Maren Holt");
        page.complete("To whom", "Idris", "Idris Munro").confirm("Hand it on, and write");
        page.press("Yours to answer (5)").click(person("Astrid Kohl"));
        page.read("Upkeep").click(KEEP).read("Keep (Idris Munro");
        for (String one :
                List.of("Bram Oduya", "Nadia Verhoeven", "Pilar Quade", "Stellan Brock")) {
            page.click(person(one)).see(By.xpath("//section[@aria-label='" + one + "']"));
            page.see(By.cssSelector("button[aria-label^='Keep: ']:not([disabled])"));
        }
        page.press("Alike").click(GROUP).read("for 4 people").press("Keep: 4 people");
        page.read("6 of 6 answered").press("End the review");
        page.click(link("a draft that waits to be published"));
        page.fill("Why, for whoever reads it later", "The review of hazards")
                .press("Publish now")
                .read("Published as no.");
        page.go(review).read("Changed with publication no.").press("Check it");
        page.read("It is as it was sealed.").read("SHA-256");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.dark();
        page.read("Changed with publication no.");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.wide(true).press("Everybody").click(person("Malachy Burke")).read("He changed desks");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void aRoleIsCutToWhatIsUsed(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?role=berth-planner").press("Cut to what is used");
        page.read("delete berth bookings").read("Whom it changes");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Put it into the draft").read("Plan berths");
        page.go("/bench/towline?proposed=yes").read("Nobody needs the whole of Account manager");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/bench/towline").discardDraft();
        page.go("/ask/what-can?person=keziah.moss&application=towline");
        assertThat(page.see(Page.cell("delete")).getAttribute("aria-label")).isNotEmpty();
        page.see(By.cssSelector("button[aria-label*='not used for 90 days']"));
        page.go("/catalogue/towline?leaf=use").read("Known since");
        page.chooseFile(
                "A file of use",
                "use.csv",
                "person,type,operation,day\nnobody@larkwater.example,voyage,view,2026-11-30\n");
        page.read("0 of 1 lines count").read("Nobody has this address");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void aReportIsReadAndPrinted(Page page) {
        page.signInAsAdministrator();
        page.go("/ledger/towline?leaf=reports").read("Segregation of duties");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.click(By.xpath("//a[contains(., 'Outsiders and what they reach')]"));
        page.read("Mabel Hollis").read("129 rows");
        assertThat(page.seriousAxeFindings()).isEmpty();
        assertThat(page.printed()).contains("Mabel Hollis");
        page.go("/ledger/towline?leaf=reports&report=past-access").read("Pick a record type");
        page.choose("Record type", "Claims").read("Elspeth Lantern");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }
}
