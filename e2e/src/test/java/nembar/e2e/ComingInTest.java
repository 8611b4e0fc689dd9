package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The first half of an administrator's week: from pasted rows to somebody who has come in. */
@ExtendWith(Stage.class)
class ComingInTest {
    private static final String PASSWORD = "five quiet barges at dusk";

    private static String twentyRows() {
        StringBuilder rows = new StringBuilder();
        for (int i = 1; i <= 14; i++) {
            rows.append("New Hand").append((char) ('A' + i)).append(" <hand.");
            rows.append((char) ('a' + i)).append("@larkwater.example>\n");
        }
        rows.append("ilse.marrow@larkwater.example\n");
        rows.append("tove.ansgar@larkwater.example\n");
        rows.append("hand.b@larkwater.example\n");
        rows.append("missing.at.larkwater.example\n");
        rows.append("two.dots@larkwater..example\n");
        rows.append("owen.tarn@hollis-grain.example\n");
        return rows.toString();
    }

    @Test
    void twentyPastedRowsBecomePeopleAndOneOfThemComesIn(Page page) {
        page.signInAsAdministrator().go("/people/bring-in");
        page.fill("Addresses", twentyRows()).press("Judge these rows");
        page.read("all 20").read("15 new").read("2 here already").read("1 twice in the list");
        page.read("2 to be corrected");
        assertThat(page.seriousAxeFindings()).isEmpty();

        // One fault is mended by taking what is offered, one by typing, one row is left out.
        page.press("Take that");
        page.read("1 to be corrected");
        page.into("E-mail of row 18").holding(Keys.CONTROL, "a");
        page.type("missing.at@larkwater.example", Keys.ENTER);
        page.missing("to be corrected");
        page.press("Leave out row 14");
        page.read("Go on with 16");

        page.press("Go on with 16").read("For all whose own row says nothing else");
        page.complete("Unit", "Credit", "Credit").press("Go on");
        page.complete("Role", "Incident w", "Incident watcher");
        page.press("See what it amounts to");
        page.read("Given").read("Incident watcher").read("Each will view");
        page.see(By.cssSelector("button[data-cell][aria-label^='view']"));
        assertThat(page.seriousAxeFindings()).isEmpty();

        page.press("Go on to the message");
        page.fill("A note of yours", "The mole, at seven.").read("The mole, at seven.");
        page.press("Invite 16 people");
        page.read("16 people are invited").read("4 rows were not taken");

        page.press("The messages").read("Hello New");
        page.click(By.xpath("//button[contains(., 'hand.c@larkwater.example')]"));
        Matcher link = Pattern.compile("http\\S+/come-in#(\\S+)").matcher(page.text());
        assertThat(link.find()).isTrue();

        Page visitor = page.another();
        try {
            visitor.go("/come-in#" + link.group(1)).read("Welcome, New HandC");
            visitor.fill("Password", "password1234").press("Come in");
            visitor.read("Many people use this one");
            visitor.fill("Password", PASSWORD).press("Come in");
            visitor.click(By.cssSelector("input[autocomplete=current-password]"));
            visitor.type(PASSWORD, Keys.ENTER);
            visitor.see(By.xpath("//button[contains(@aria-label, 'New HandC')]"));
            visitor.go("/come-in#" + link.group(1)).read("leads nowhere any more");
        } finally {
            visitor.close();
        }
        page.go("/people?search=hand.c").read("active");
    }

    @Test
    void whatWasBegunIsGoneOnWithLater(Page page) {
        page.signInAsAdministrator().go("/people/bring-in");
        page.fill("Addresses", "left.off@larkwater.example").press("Judge these rows");
        page.read("Go on with 1").press("Go on with 1");
        page.complete("Unit", "Credit", "Credit").press("Go on").read("in their own name");
        page.go("/people/bring-in").read("Where you left off");
        page.press("1 pasted row").read("new, staff, Credit");
        page.go("/people/bring-in").press("Forget it: 1 pasted row");
        page.missing("1 pasted row");
    }
}
