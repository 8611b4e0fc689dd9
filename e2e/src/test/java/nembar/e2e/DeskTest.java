package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

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
}
