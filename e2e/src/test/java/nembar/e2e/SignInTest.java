package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

@ExtendWith(Stage.class)
class SignInTest {
    @Test
    void aWrongPasswordIsSaidInPlaceAndNothingTypedIsLost(Page page) {
        page.go("/");
        page.see(By.cssSelector("input[type=email]"));
        page.type(Page.ADMINISTRATOR, Keys.TAB, "not this one", Keys.ENTER);
        page.read("do not go together");
        assertThat(page.see(By.cssSelector("input[type=email]")).getDomProperty("value"))
                .isEqualTo(Page.ADMINISTRATOR);
        assertThat(page.seriousAxeFindings()).isEmpty();
    }

    @Test
    void whoSignsOutIsAskedToSignIn(Page page) {
        page.signInAsAdministrator();
        page.click(By.xpath("//button[contains(@aria-label, 'sign-out')]"));
        page.click(By.xpath("//li[normalize-space()='Sign out']"));
        page.see(By.cssSelector("input[type=password]"));
        page.go("/ask/what-can?person=ilse.marrow&application=towline");
        page.read("Sign in to see the answer to the question in the address.");
        assertThat(page.text()).doesNotContain("Cargo lot");
    }

    @Test
    void aQuestionInTheAddressSurvivesAnExpiredSession(Page page) {
        page.signInAsAdministrator();
        String question = "/ask/what-can?person=ilse.marrow&application=towline";
        page.go(question).read("Sorrel Delta");
        page.forgetSession();
        page.clickUntil(Page.cell("view"), By.cssSelector("input[type=password]"));
        page.signIn(Page.ADMINISTRATOR, Page.ADMINISTRATORS_PASSWORD);
        page.read("may view");
        page.soon(() -> assertThat(page.path()).startsWith(question));
    }
}
