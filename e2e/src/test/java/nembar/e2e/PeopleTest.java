package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The place People: found, looked at, changed. */
@ExtendWith(Stage.class)
class PeopleTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "/people",
                "/people/p/ilse.marrow",
                "/people/p/saskia.bellweather?leaf=held",
                "/people/accounts",
                "/people/accounts/hollis-grain",
                "/people/units",
                "/people/teams",
                "/people/teams/flood-response",
                "/people/bring-in",
                "/people/sources",
                "/people/requests",
                "/own"
            })
    void noScreenHasASeriousAxeFinding(String path, Page page) {
        page.signInAsAdministrator().go(path);
        page.see(By.cssSelector("main"));
        page.missing("being worked out");
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void searchAndFiltersStandInTheAddress(Page page) {
        page.signInAsAdministrator().go("/people").read("Rowan Achterberg");
        page.fill("Name, address, account", "hollis").missing("Rowan Achterberg");
        page.read("Saskia Bellweather");
        page.soon(() -> assertThat(page.path()).contains("search=hollis"));
        page.go("/people?unit=sorrel-delta&status=active").read("Ilse Marrow");
        assertThat(page.text()).doesNotContain("Corin Blythe");
        page.press("E-mail").read("Ilse Marrow");
        page.soon(() -> assertThat(page.path()).contains("sort=email"));
    }

    @Test
    void aRoleIsGivenToThosePickedAndSaysWhatItChanges(Page page) {
        page.signInAsAdministrator().go("/people?search=rupert+ashlar").read("given nothing");
        page.tick("Pick Rupert Ashlar");
        page.press("Give a role");
        page.complete("Role", "Surveyor", "Surveyor").read("Changes access for 1 person");
        page.confirm("Publish").missing("Give Rupert Ashlar a role");
        page.missing("given nothing").read("Surveyor");
        page.go("/people/p/rupert.ashlar?leaf=held").read("given in person");
        page.press("Take back Surveyor").read("1 lose").confirm("Publish");
        page.missing("in force");
        page.go("/people?search=rupert+ashlar").read("given nothing");
    }

    @Test
    void theSecondOfTwoWhoChangeOnePersonSeesBothAndChooses(Page page) {
        page.signInAsAdministrator().go("/people/p/juno.carrow").press("Change");
        page.fill("Family name", "Carrow-Lee");
        Page other = page.another();
        try {
            other.signInAsAdministrator().go("/people/p/juno.carrow").press("Change");
            other.fill("Given name", "Junia").confirm("Save");
            other.missing("Nothing is different yet").read("Junia Carrow");
        } finally {
            other.close();
        }
        page.confirm("Save").read("Somebody else has changed").read("Junia");
        page.press("Go on with this").confirm("Save").read("Junia Carrow-Lee");
        page.press("Change").fill("Given name", "Juno").fill("Family name", "Carrow");
        page.confirm("Save").missing("Carrow-Lee");
    }

    @Test
    void whoIsSuspendedIsOutAtOnce(Page page) {
        Page branch = page.another();
        try {
            branch.go("/").signIn("osric.vane@larkwater.example", "reads-every-ledger");
            branch.go("/people").read("Rowan Achterberg");
            page.signInAsAdministrator().go("/people/p/osric.vane").press("Suspend");
            page.read("Suspend Osric Vane").read("Changes access");
            page.confirm("Suspend");
            page.read("Bring back");
            branch.press("Teams").see(By.cssSelector("input[type=password]"));
        } finally {
            branch.close();
        }
        page.press("Bring back");
        page.confirm("Bring back");
        page.read("Lock the sign-in");
    }

    @Test
    void whatAnAdministratorMayNotDoAloneAStewardAgreesTo(Page page) {
        page.signInAsAdministrator().go("/people/p/isolde.tran").press("Change");
        page.complete("Unit", "Crew O", "Crew Office").read("which is guarded");
        assertThat(page.button("Save").isEnabled()).isFalse();
        page.fill("What you tell Agnete Solberg and Rufus Tannahill", "Holiday cover");
        page.press("Ask to agree").read("They have been written to").confirm("Close");
        page.go("/people/requests").read("waits; asked: Agnete Solberg and Rufus Tannahill");
        Page steward = page.another();
        try {
            steward.go("/").signIn("agnete.solberg@larkwater.example", "quiet-hands-aboard");
            steward.go("/people/requests").read("Holiday cover").press("Look");
            steward.read("Idris Munro wants this").read("Changes access for 1 person");
            steward.confirm("Agree").missing("Idris Munro wants this").read("done, Agnete Solberg");
            assertThat(steward.text()).doesNotContain("Bring people in", "Outbox");
        } finally {
            steward.close();
        }
        page.go("/people/p/isolde.tran").read("Crew Office");
    }

    @Test
    void aUnitIsMovedOnlyAfterWhatThatChangesWasSeen(Page page) {
        page.signInAsAdministrator().go("/people/units").press("Night Desk");
        page.complete("Part of", "Fleet", "Fleet").read("1 change, not in effect yet");
        page.press("See what they change").read("Changes access for");
        page.press("Cancel").press("Leave it as it was").missing("not in effect yet");
    }

    @Test
    void aTeamsConditionShowsWhoMatchesNow(Page page) {
        page.signInAsAdministrator().go("/people/teams/flood-response").press("Change");
        page.into("What is compared").type("the person's unit");
        page.take("user.unit");
        page.into("Value").type("Credit");
        page.take("credit");
        page.read(" people").read("First: ");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("As text").press("As rows");
        page.press("Cancel").missing("First: ");
    }

    @Test
    void oneSetsUpAnAuthenticatorWithTheKeyboard(Page page) {
        page.signInAsAdministrator().go("/own").read("the password alone");
        page.field("Your password").sendKeys(Page.ADMINISTRATORS_PASSWORD, Keys.ENTER);
        page.read("Take the picture with your authenticator");
        assertThat(page.see(By.cssSelector("[data-secret]")).getText()).hasSize(32);
        page.field("Six digits").sendKeys("000000", Keys.ENTER);
        page.read("That is not the code it shows now");
    }
}
