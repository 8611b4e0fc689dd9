package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** From a wish to a publication and back, as administrators do it. */
@ExtendWith(Stage.class)
class BenchTest {
    private static final String RUN_VOYAGES = "/bench/towline?set=run-voyages";

    private static By cell(String ref) {
        return By.cssSelector("button[data-ref='" + ref + "']");
    }

    @Test
    void aRoleIsCopiedNarrowedByKeyboardPublishedAndUndone(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?role=surveyor").read("held by");
        page.press("Copy");
        page.fill("What the copy is called", "Night surveyor");
        page.confirm("Copy it");
        page.read("1 edit");
        page.soon(() -> assertThat(page.path()).contains("role=night-surveyor"));

        // into a cell, and on by keyboard alone
        page.click(cell("cell:voyage:change"));
        page.type("1");
        page.read("In which set does this belong?");
        page.press("Leave it as it is").missing("In which set does this belong?");
        page.type("1");
        page.click(By.xpath("//button[contains(., 'a new set, in no other role')]"));
        page.read("Night surveyor, its own · edits go here").read("2 edits");
        page.type(Keys.ARROW_DOWN, Keys.ARROW_DOWN, "2");
        page.read("3 edits");
        assertThat(page.focused()).startsWith("change cargo lots, own reports, none → reports");
        page.holding(Keys.CONTROL, "z");
        page.read("2 edits");

        page.press("Review");
        page.read("New role: Night surveyor");
        page.read("New privilege set: Night surveyor, its own, change voyages, none → own.");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.fill("Why, for whoever reads it later", "Nights on the estuary");
        page.press("Publish now");
        page.read("Published as no.");
        page.press("Look at it in the ledger");
        page.read("Nights on the estuary").read("New role: Night surveyor");
        assertThat(page.seriousAxeFindings()).isEmpty();

        page.press("Undo it, as a draft");
        page.read("Take away the role Night surveyor");
        page.fill("Why, for whoever reads it later", "It was a test");
        page.press("Publish now");
        page.read("Published as no.");
        page.go("/ledger/towline").read("It was a test").read("Nights on the estuary");
    }

    @Test
    void theDraftTellsWhoGainsAndWhatBreaks(Page page) {
        page.signInAsAdministrator();
        page.go(RUN_VOYAGES);
        page.click(cell("cell:cargo_lot:change"));
        page.type("7");
        page.read("people gain").read("cargo lots");
        page.read("Run voyages: change cargo lots, own branch → all");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.holding(Keys.CONTROL, "z");
        page.read("As published.");

        // an expectation breaks, and is mended
        page.click(cell("cell:berth_booking:delete"));
        page.type("7");
        page.read("1 expectation breaks").read("The Night Desk deletes no bookings");
        page.press("Review");
        page.read("does not hold").read("Conflicts of duty");
        page.fill("Why, for whoever reads it later", "Let us see");
        assertThat(page.button("Publish now").isEnabled()).isFalse();
        page.press("What would mend it");
        page.click(By.cssSelector("button[aria-label^='Put it into the draft']"));
        page.missing("Breaks an expectation").missing("1 expectation breaks");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/bench/towline");
        page.discardDraft();
    }

    @Test
    void aSentenceIsWrittenByKeyboardAlone(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?list=fieldFilters").read("Freeze under seal of cargo lots");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.click(By.cssSelector("button[aria-label='New field filter']"));
        page.read("A new field filter");
        page.type("Mask", Keys.ENTER, Keys.TAB);
        page.type("arrives", Keys.ENTER, Keys.TAB, Keys.TAB);
        page.type("the year", Keys.ENTER, Keys.TAB);
        page.type("Winter Canal");
        page.read("unit alone");
        page.type(Keys.ENTER);
        page.read("Mask arrives of voyages as the year only for");
        page.read("What it would change");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Put it into the draft");
        page.read("new in the draft").read("1 edit");
        page.discardDraft();
    }

    @Test
    void numbersAreOfWhomOneCountsFor(Page page) {
        page.signInAsAdministrator();
        page.go(RUN_VOYAGES).read("Counted for Desmond Pryor, who has most");
        page.click(cell("cell:voyage:change"));
        page.type("7");
        page.press("Because");
        page.read("Desmond Pryor may change 402 voyages").press("as published");
        page.read("made of");
        page.press("Counted for Desmond Pryor, who has most");
        page.click(By.xpath("//li[starts-with(normalize-space(), 'All holders')]"));
        page.read("Counted for all 18 holders");
        page.soon(() -> assertThat(page.path()).contains("count=all"));
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("What this changes");
        page.click(By.cssSelector("button[aria-label^='For whom']"));
        page.read("change voyages");

        // it stands below people too
        page.go("/people").read("1 edit").read("people gain");
        page.go("/bench/towline");
        page.discardDraft();
    }

    @Test
    void theLedgerIsNarrowedAndCompared(Page page) {
        page.signInAsAdministrator();
        page.go("/ledger/towline?person=desmond.pryor").read("Stand-in for the head of operations");
        page.missing("Credit checks before winter");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/ledger/towline/2/to/4")
                .read("What differs")
                .read("Give Bill chaser to Isolde Tran");
        page.press("Work it out");
        page.read("By the design and by where people were placed");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/ledger/towline?leaf=sign-ins").read("Idris Munro").read("signed in");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/ledger/towline?leaf=acts").press("Publications");
        page.go("/ledger/towline/rubbish").read("A publication has a number.");
        page.go("/ledger/towline/2/to/rubbish").read("A publication has a number.");
        page.go("/ledger/nowhere?page=-3&from=never").read("nowhere");
    }

    @Test
    void aRoleGivenAtNightShowsTheSumOfRights(Page page) {
        page.signInAsAdministrator();
        page.go("/people/p/clemency.hart").press("Give a role");
        page.complete("Role", "Incident", "Incident watcher");
        page.read("Clemency Hart would view");
        page.press("Only at some hours of the week");
        page.read("By exact times");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Put it into my draft");
        page.read("Give Incident watcher").read("1 edit");
        page.go("/bench/towline").read("Monday to Friday 08:00 to 18:00");
        page.discardDraft();
    }

    @Test
    void twoWorkInOneDraft(Page page) {
        page.signInAsAdministrator();
        page.go(RUN_VOYAGES);
        page.click(cell("cell:inspection:delete"));
        page.type("1");
        page.read("Run voyages: delete inspections, none → own");
        Page other = page.another();
        try {
            other.signInAsAdministrator();
            other.go("/bench/towline?set=see-berths");
            other.read("1 edit");
            other.click(cell("cell:berth_booking:change"));
            other.type("1");
            other.read("2 edits");
            page.read("See berths: change berth bookings, none → own");
            other.holding(Keys.CONTROL, "z");
            other.read("undone");
        } finally {
            other.close();
        }
        page.read("1 edit");
        page.discardDraft();
    }

    @Test
    void aStewardIsAskedFromTheReview(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?set=crew-list");
        page.click(cell("cell:crew_member:change"));
        page.type("1");
        page.read("needs the agreement of Agnete Solberg or Rufus Tannahill");
        page.press("Review");
        page.fill("Why, for whoever reads it later", "Crews mend their own numbers");
        page.press("Ask Agnete Solberg and others to agree");
        page.read("It is published once that is enough.");
        Page steward = page.another();
        try {
            steward.go("/people/requests").signIn(Page.STEWARD, Page.STEWARDS_PASSWORD);
            steward.read("Crews mend their own numbers");
        } finally {
            steward.close();
        }
        page.go("/bench/towline");
        page.discardDraft();
    }

    @Test
    void aDraftIsBroughtUpToDate(Page page) {
        page.signInAsAdministrator();
        page.go("/bench/towline?set=chase-bills");
        page.click(cell("cell:invoice:delete"));
        page.type("1");
        page.read("Chase bills: delete invoices, none → own");

        // laid aside, and the same published otherwise
        page.click(By.cssSelector("section[aria-label='Draft'] button[aria-haspopup='menu']"));
        page.click(By.xpath("//li[normalize-space()='Lay it aside']"));
        page.read("Nothing is drafted").read("1 open draft");
        page.click(cell("cell:invoice:create"));
        page.type("1");
        page.press("Review");
        page.fill("Why, for whoever reads it later", "Meanwhile");
        page.press("Publish now");
        page.read("Published as no.");

        page.go("/bench/towline?set=chase-bills").press("1 open draft");
        page.press("Work in Chase bills");
        page.missing("Last edited");
        page.press("Something it edits was published since");
        page.read("Choose which is to stand");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("published");
        page.press("Bring the draft up to date");
        page.missing("Choose which is to stand").read("Nothing that is not published.");
        page.go("/bench/towline?set=chase-bills");
        page.discardDraft();

        page.go("/ledger/towline?search=Meanwhile");
        page.click(By.cssSelector("table[aria-label='Publications'] tbody a"));
        page.press("Work it out");
        page.read("on the records there are");
        page.press("Undo it, as a draft");
        page.read("create invoices, own → none");
        page.fill("Why, for whoever reads it later", "Back again");
        page.press("Publish now");
        page.read("Published as no.");
    }
}
