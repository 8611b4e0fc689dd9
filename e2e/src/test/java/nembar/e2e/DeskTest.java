package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;

/** What needs the administrator today, mended and set aside where it stands. */
@ExtendWith(Stage.class)
class DeskTest {
    private static final String ENDED =
            "The assignment of Close late voyages ended and is still listed (reason: Winter rota).";
    private static final String GATEWAY =
            "Dispatcher is meant for staff; Towline Gateway is a service.";

    private static By link(String text) {
        return By.xpath("//a[normalize-space()='" + text + "']");
    }

    @Test
    void aFaultIsMendedInTwoActs(Page page) {
        page.signInAsAdministrator();
        page.read("expectations are broken").read(GATEWAY);
        assertThat(page.path()).isEqualTo("/desk");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Go through them: 5 assignments have ended and are still listed");
        page.read(ENDED).press("Mend it in the draft: " + ENDED);
        page.click(link("In your draft: review it")).read("Nothing takes effect until then");
        page.fill("Why, for whoever reads it later", "It is over")
                .press("Publish now")
                .read("Published as no.");
        page.go("/desk").read("4 assignments have ended and are still listed");
        page.go("/desk?leaf=done").read(ENDED);
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void whatIsSetAsideIsFoundAgainAndPutBack(Page page) {
        page.signInAsAdministrator();
        page.read(GATEWAY).press("Set aside: " + GATEWAY);
        page.fill("Why, for whoever comes across it", "It is replaced in May");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.confirm("Set aside").missing(GATEWAY);
        page.go("/desk?leaf=aside").read("Set aside by Idris Munro").read("It is replaced in May");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Put back: " + GATEWAY).read("Nothing is set aside");
        page.go("/desk").read(GATEWAY);
        page.go("/desk?leaf=mail").read("Once a day");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/desk?leaf=told").read("whoever can do something about it");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    /** What the demo world has planted: each is there, with the act that mends it beside. */
    @Test
    void everyPlantedFaultIsMendedFromTheDesk(Page page) {
        page.signInAsAdministrator();
        for (String single :
                List.of(
                        "Ambrose Teague holds both Billing clerk and Invoice approver, which nobody"
                                + " should.",
                        GATEWAY,
                        "The sharing rule Ore lots for Keelmark opens records, and the filters of"
                                + " those it is for let none of them through.",
                        "In Berth planner, Plan berths gives everything that See berths gives.")) {
            page.press("Mend it in the draft: " + single);
            page.see(
                    By.xpath(
                            "//section[@aria-label=\""
                                    + single
                                    + "\"]//a[normalize-space()='In your draft: review it']"));
        }
        for (String several :
                List.of(
                        "assignments give nothing within their bounds",
                        "times a filter alone keeps an outsider to their own organisation")) {
            page.click(goThrough(several)).press("Mend them in the draft");
            page.see(
                    By.xpath(
                            "//section[contains(@aria-label, \""
                                    + several
                                    + "\")]//a[normalize-space()='In your draft: review it']"));
            page.click(close(several));
        }
        page.click(goThrough("people are active and can do nothing"));
        page.read("Clemency Hart is active and can do nothing.");
        page.see(By.xpath("//button[starts-with(@aria-label, 'Give a role')]"));
        page.click(goThrough("expectations are broken"));
        page.click(By.cssSelector("button[aria-label^='What would mend it: ']"));
        page.see(By.cssSelector("button[aria-label^='Put it into the draft: ']"));
        page.go("/bench/towline").discardDraft();
    }

    private static By goThrough(String several) {
        return By.xpath(
                "//button[starts-with(@aria-label, 'Go through them: ')][contains(@aria-label, \""
                        + several
                        + "\")]");
    }

    private static By close(String several) {
        return By.xpath(
                "//button[starts-with(@aria-label, 'Close: ')][contains(@aria-label, \""
                        + several
                        + "\")]");
    }

    @Test
    void whatIsNewIsReadInTheDailyMail(Page page) {
        page.signInAsAdministrator();
        page.go("/desk?leaf=mail").read("Once a day");
        page.click(By.xpath("//label[contains(., 'What is new on my Desk')]"));
        page.choose("From", "00:00").press("Save");
        page.soon(
                () -> {
                    page.go("/people/outbox").read("Outbox");
                    assertThat(page.text()).contains("things need you in Nembar");
                });
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/desk?leaf=mail")
                .click(By.xpath("//label[contains(., 'What is new on my Desk')]"));
        page.press("Save");
    }
}
