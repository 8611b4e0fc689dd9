package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The whole of the slice as its users do it: ask, read why, look at the records. */
@ExtendWith(Stage.class)
class AskTest {
    private static final String ILSE = "/ask/what-can?person=ilse.marrow&application=towline";

    @Test
    void askByKeyboardOnly(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can").read("Fill in whom the question is about");
        page.focusOn("Person");

        page.type("ilse");
        page.see(By.xpath("//li[@role='option'][contains(., 'Ilse Marrow')]"));
        page.type(Keys.ENTER);
        page.read("Dispatcher, only Sorrel Delta and below");
        page.soon(() -> assertThat(page.path()).contains("person=ilse.marrow"));
        assertThat(page.title()).isEqualTo("Ilse Marrow in Towline · Nembar");

        // into the grid, down to cargo lots, and open Because
        page.tabTo("view 402 of 402 voyages");
        page.type(Keys.ARROW_DOWN);
        assertThat(page.focused()).contains("cargo lots, own branch");
        page.type(Keys.ENTER);
        page.read("member of Delta Dispatch").read("holds Dispatcher");
        page.read("made of Run voyages").read("own branch");

        // the records under the cell, and back
        page.type("l");
        page.read("Cargo lots that Ilse Marrow may view");
        page.read("1 to 25 of");
        page.soon(() -> assertThat(page.column(5)).hasSize(25).containsOnly("Sorrel Delta"));
        page.type(Keys.ESCAPE).missing("member of Delta Dispatch");
        page.type(Keys.ESCAPE).missing("Cargo lots that Ilse Marrow may view");

        // the next question from anywhere
        page.type("/", "mabel");
        page.see(By.xpath("//li[@role='option'][contains(., 'Mabel Hollis')]"));
        page.type(Keys.ENTER);
        page.read("External acting for Hollis Grain");
    }

    @Test
    void anAddressGivesTheSameAnswerToSomebodyElse(Page page) {
        page.go(ILSE + "&open=voyage&because=cell:voyage:view")
                .signIn("osric.vane@larkwater.example", "reads-every-ledger");
        page.read("Ilse Marrow may view 402 voyages");
        assertThat(page.see(Page.cell("Voyage, Margin: view hidden")).isDisplayed()).isTrue();
    }

    @Test
    void recordsArePagedSortedAndFound(Page page) {
        page.signInAsAdministrator();
        page.go(ILSE + "&list=voyage:view");
        page.read("1 to 25 of 402");
        List<String> first = page.column(1);
        page.press("Go to next page");
        page.read("26 to 50 of 402");
        page.soon(() -> assertThat(page.column(1)).hasSize(25).doesNotContainAnyElementsOf(first));

        page.press("Vessel");
        page.read("1 to 25 of 402");
        page.soon(() -> assertThat(page.column(3)).isSorted());

        page.click(By.cssSelector("input[type=search]"));
        page.type("Merganser");
        page.missing("of 402");
        page.soon(() -> assertThat(page.column(3)).isNotEmpty().containsOnly("Merganser"));
        page.soon(() -> assertThat(page.path()).contains("search=Merganser"));
        page.soon(() -> assertThat(page.column(11)).containsOnly("hidden"));
    }

    @Test
    void aRecordSaysWhyItIsThere(Page page) {
        page.signInAsAdministrator();
        page.go(ILSE + "&list=voyage:view").read("1 to 25 of 402");
        page.press("V-1000");
        page.read("Ilse Marrow may view voyage V-1000").read("sits in Operations");
        page.press("Back to all of them");
        page.read("Ilse Marrow may view 402 voyages");
    }

    @Test
    void maskedAndHiddenFieldsReadAsSuch(Page page) {
        page.go("/").signIn(Page.STEWARD, Page.STEWARDS_PASSWORD);
        page.go(ILSE + "&list=crew_member:view").read("Birth date");
        page.soon(
                () ->
                        assertThat(page.column(9))
                                .isNotEmpty()
                                .allMatch(year -> year.matches("\\d{4}")));
        page.soon(() -> assertThat(page.column(8)).containsOnly("hidden"));
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void guardedRecordsAreRefusedInPlaceWithTheReason(Page page) {
        page.signInAsAdministrator();
        page.go(ILSE + "&list=crew_member:view");
        page.read("The records of Crew welfare are shown to its stewards only.");
        page.press("Back to the grid");
        page.read("guarded by Agnete Solberg and Rufus Tannahill");
    }

    @Test
    void whoWorksForTwoIsAskedAboutOneAtATime(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=saskia.bellweather&application=towline");
        page.read("External acting for Hollis Grain");
        page.click(By.cssSelector("input[aria-label='Account acted for']"));
        page.type("marsh", Keys.ENTER);
        page.read("External acting for Marsh and Malt");
        page.soon(() -> assertThat(page.path()).contains("account=marsh-malt"));
    }

    @Test
    void aNoSaysWhatIsMissing(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=clemency.hart&application=towline");
        page.read("do nothing there");
        page.click(Page.cell("approve none of the invoices"));
        page.read("The role Invoice approver would give it");
    }

    @Test
    void somebodyInvitedIsAskedAboutAsIfActive(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=ottilie.brandt&application=towline");
        page.read("Ottilie Brandt is invited, and only active people have any access.");
        page.press("Show what they would have if they were active");
        page.read("Below is what they would have").read("Account manager");
    }

    @Test
    void everyMainViewHasNoSeriousAxeFinding(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can").read("Fill in whom");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go(ILSE + "&open=voyage&because=cell:cargo_lot:view").read("holds Dispatcher");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go(ILSE + "&list=voyage:view").read("1 to 25 of 402");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.dark();
        page.read("1 to 25 of 402");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go(ILSE + "&because=cell:invoice:view").read("What is missing");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.type("?").read("opens a record type to its fields");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void aMistypedAddressGetsTheNearestName(Page page) {
        page.signInAsAdministrator();
        page.go("/ask/what-can?person=ilse.marow&application=towline");
        page.read("did you mean “ilse.marrow”?");
    }
}
