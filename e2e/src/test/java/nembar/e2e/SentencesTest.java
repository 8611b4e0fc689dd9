package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Sentences of a design, what stands beside them, and what people see of them afterwards. */
@ExtendWith(Stage.class)
class SentencesTest {
    private static By labelled(String label) {
        return By.cssSelector("[aria-label=\"" + label + "\"]");
    }

    private static void publish(Page page, String why) {
        page.press("Review");
        page.fill("Why, for whoever reads it later", why);
        page.press("Publish now").read("Published as no.");
    }

    /** Opens a new sentence of a kind, with the cursor in its first slot. */
    private static Page fresh(Page page, String list, String one) {
        page.go("/bench/towline?list=" + list).click(labelled("New " + one));
        return page.read("A new " + one);
    }

    @Test
    void aConditionIsBuiltTurnedToTextAndBackByKeyboard(Page page) {
        page.signInAsAdministrator();
        fresh(page, "sharingRules", "sharing rule");
        page.press("where …");
        page.into("What is compared").type("basin");
        page.take("basin");
        page.into("Value").type("Winter C");
        page.take("winter-canal");
        page.read("basin is winter-canal").read(" voyages").read("First: ");
        page.press("Another row");
        page.click(By.xpath("(//*[@aria-label='What is compared'])[2]"));
        page.type("depar");
        page.take("departs");
        page.complete("Comparison", "is after", "is after");
        page.click(By.xpath("(//*[@aria-label='Value'])[2]"));
        page.type("30 days a");
        page.take("30 days ago");
        page.read("departs is after");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("As text");
        page.see(By.cssSelector(".cm-content"));
        page.read("departs > now(-30)");
        page.click(By.cssSelector(".cm-content"));
        page.type(Keys.END, " AND colour = 1");
        page.read("no field");
        assertThat(page.seriousAxeFindings()).isEmpty();
        for (int i = 0; i < " AND colour = 1".length(); i++) {
            page.type(Keys.BACK_SPACE);
        }
        page.read("departs is after");
        page.press("As rows").read("all of these hold");
        page.into("Whom").type("Night Desk");
        page.take("unit alone");
        page.read("Open voyages where basin is winter-canal and departs is after");
        page.press("Put it into the draft").read("new in the draft");
        page.discardDraft();
    }

    @Test
    void aSeatPoolIsUsedUp(Page page) {
        page.signInAsAdministrator();
        fresh(page, "seatPools", "seat pool");
        page.fill("Seats agreed", "1");
        page.into("What takes a seat").type("Hazard");
        page.take("Hazard officer");
        page.complete("When they are used up", "is refused", "is refused");
        page.read("has 1 seat, one for everybody who holds Hazard officer");
        page.read("more than the 1 there would be");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Put it into the draft").read("people on 1 seat");
        publish(page, "One hazard officer was agreed");

        page.go("/people/p/clemency.hart").press("Give a role");
        page.complete("Role", "Hazard", "Hazard officer");
        page.read("seats of").read("Free a seat, or agree");
        page.press("Cancel");
        page.go("/bench/towline?list=seatPools");
        page.click(By.cssSelector("button[aria-label^='Take away: Seats of Hazard officer']"));
        page.press("Take it away");
        publish(page, "It was a test");
    }

    @Test
    void twoRolesAreComparedAndARowIsTakenOver(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?role=surveyor").press("Compare");
        page.read("Side by side");
        page.into("Right").type("Port agent");
        page.take("role");
        page.read("differ").read("Berth bookings");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.click(By.cssSelector("button[aria-label='← as right: Berth bookings']"));
        page.read("1 edit");
        page.missing("Berth bookings");
        page.discardDraft();
    }

    @Test
    void setsAreSplitWithoutAnybodysGainingOrLosing(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?compare=yes&left=set/bill&right=set/feed").read("Shape them anew");
        page.press("Split off what they share");
        page.read("New privilege set:").read("Nobody gains or loses anything by it.");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Put it into the draft").read("Nobody gains or loses anything today");
        page.discardDraft();
    }

    @Test
    void hoursArePaintedByKeyboard(Page page) {
        page.signInAsAdministrator();
        fresh(page, "assignments", "assignment");
        page.type("Incident w", Keys.ENTER);
        page.into("Whom").type("Clemency");
        page.take("Clemency Hart");
        page.read("What it would change").press("Only at some hours of the week");
        page.read("By the clocks of");
        page.click(labelled("monday 08:00"));
        page.read("Monday 08:30 to 18:00");
        page.type(Keys.ARROW_DOWN, Keys.ARROW_DOWN, Keys.ARROW_DOWN, Keys.ARROW_DOWN);
        page.type(Keys.ARROW_DOWN, " ");
        page.read("Saturday 08:00 to 08:30");
        page.holding(Keys.SHIFT, Keys.ARROW_DOWN);
        page.holding(Keys.SHIFT, Keys.ARROW_RIGHT);
        page.type(" ");
        page.read("Saturday and Sunday 08:00 to 09:00");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Leave it").missing("A new assignment");
    }

    @Test
    void aTokenIsMadeAndUsed(Page page) {
        page.signInAsAdministrator();
        page.go("/people/p/towline.gateway").press("Tokens");
        page.fill("Where a new token will be kept", "On the quay");
        page.press("Make a token").read("it is not shown again");
        assertThat(page.seriousAxeFindings()).isEmpty();
        String token = page.see(By.cssSelector("[data-token]")).getText();
        assertThat(page.decision(token)).as("a decision by the token").contains("decision");
        page.go("/people/p/towline.gateway?leaf=tokens").read("used ");
        page.click(labelled("Revoke On the quay"));
        page.read("revoked");
    }

    @Test
    void aRecordIsSharedAndSeenByTheOther(Page page) {
        String seen = "/ask/what-can?person=maren.holt&application=towline&list=invoice:view";
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=isolde.tran&application=towline&list=invoice:view");
        page.press("3016");
        page.read("Isolde Tran may view invoice 3016").press("Open this record to somebody");
        page.read("reaches it already").read("Isolde Tran");
        page.into("Whom").type("Maren");
        page.take("Maren Holt");
        page.read("Open invoice 3016 to Maren Holt to view");
        assertThat(page.seriousAxeFindings()).isEmpty();
        Page other = page.another();
        try {
            other.go(seen).signIn(Page.HEAD_OF_DELTA, Page.HEAD_OF_DELTAS_PASSWORD);
            other.read("There is no record here that they may see.");
            page.press("Put it into the draft");
            publish(page, "She is to look at it");
            other.go(seen).press("3016");
            other.read("Maren Holt may view invoice 3016").read("Eddystow Oil");

            fresh(page, "directShares", "direct share");
            page.complete("Kind of record", "invoices", "invoices");
            page.fill("Number or key of the record", "3016");
            page.into("Whom").type("Osric");
            page.take("Osric Vane");
            page.read("reaches it already").read("Maren Holt");
            page.press("Leave it");
            page.click(
                    By.cssSelector("button[aria-label^='Take away: Open invoice 3016 to Maren']"));
            page.read("would lose").press("Take it away");
            publish(page, "She has seen it");
            other.go(seen).read("There is no record here that they may see.");
        } finally {
            other.close();
        }
    }

    @Test
    void aFieldIsMaskedAndReadMasked(Page page) {
        String seen = "/ask/what-can?person=isolde.tran&application=towline&list=invoice:view";
        page.signInAsAdministrator();
        page.go(seen).read("1 to 25 of");
        page.soon(
                () ->
                        assertThat(page.below("Amount"))
                                .hasSize(25)
                                .anyMatch(one -> one.matches(".*\\.\\d\\d")));

        fresh(page, "fieldFilters", "field filter");
        page.type("Mask", Keys.ENTER, Keys.TAB);
        page.type("amount of inv", Keys.ENTER, Keys.TAB, Keys.TAB);
        page.read("What they would see of amount");
        page.type("a range", Keys.ENTER);
        page.into("Whom").type("Isolde");
        page.take("Isolde Tran");
        page.read("Mask amount of invoices as a range for Isolde Tran");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Put it into the draft").read("new in the draft");
        publish(page, "About how much is enough for a reminder");

        page.go(seen).read("1 to 25 of");
        page.soon(
                () ->
                        assertThat(page.below("Amount"))
                                .hasSize(25)
                                .allMatch(one -> one.contains(" to ")));
        page.go("/bench/towline?list=fieldFilters");
        page.click(By.cssSelector("button[aria-label^='Take away: Mask amount of invoices']"));
        page.press("Take it away");
        publish(page, "It was a test");
    }

    @Test
    void aDesignIsTakenOutChangedAndBroughtIn(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?role=winter-warden");
        String role = page.saved("Take out");
        assertThat(role).contains("winter-warden", "close-late");
        page.go("/bench/towline").press("Bring a file in");
        page.chooseFile("Design document", "warden.json", role);
        page.read("It changes nothing: the design is as the file has it.").press("Leave it");

        page.press("Bring a file in");
        page.chooseFile(
                "Design document",
                "warden.json",
                role.replace("\"name\":\"Winter warden\"", "\"name\":\"Ice warden\""));
        page.read("Nobody gains or loses anything by it today.").read("Ice warden");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Make a draft of it").read("Nothing takes effect until then");
        page.read("Ice warden");

        page.go("/bench/towline").press("Bring a file in");
        page.chooseFile("Design document", "notes.json", "{\"shopping\": [\"tar\"]}");
        page.read("It does not fit here; nothing was changed.").press("Leave it");
        page.discardDraft();
    }

    @Test
    void somebodyLetsAnotherActOnTheirOwnPage(Page page) {
        page.signInAsAdministrator().go("/own").read("Acting for one another");
        page.press("Let somebody act for you");
        page.complete("Who acts", "Ilse", "Ilse Marrow");
        page.click(By.xpath("(//fieldset//input[@type='checkbox'])[1]"));
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.confirm("Let them act");
        page.read("Let Ilse Marrow act for Idris Munro");
        page.press("End it now").read("Nobody acts for you");
    }

    @Test
    void whatBeginsAndEndsIsACalendar(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline").press("What begins and ends soon");
        page.press("in a year").read("Winter rota");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void everyOtherKindIsASentenceByKeyboardToo(Page page) {
        page.signInAsAdministrator();
        fresh(page, "accountFilters", "account filter");
        page.into("Whom").type("Ilse");
        page.take("Ilse Marrow");
        page.read("to the account acted for on every record type that has an account");
        page.read("What it would change, for 1 person");
        page.press("Leave it").missing("A new account filter");

        fresh(page, "delegations", "delegation");
        page.into("Who acts").type("Piers");
        page.take("Piers Lomax");
        page.into("For whom").type("Ilse");
        page.take("Ilse Marrow");
        page.into("Privilege sets").type("See ber");
        page.take("See berths");
        page.read("Let Piers Lomax act for Ilse Marrow with See berths");
        page.press("Leave it").missing("A new delegation");

        fresh(page, "expectations", "expectation");
        page.complete("Do what", "view margin of voy", "view margin of voyages");
        page.into("Kept by").type("Idris");
        page.take("Idris Munro");
        page.read("All externals can never view margin of voyages, kept by Idris Munro.");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Leave it").missing("A new expectation");
    }
}
