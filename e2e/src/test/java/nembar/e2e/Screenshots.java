package nembar.e2e;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;

/** Takes the pictures in docs/screenshots from the demo world; run by ./nembar screenshots. */
@ExtendWith(Stage.class)
class Screenshots {
    private static final String ROWS =
            "nadia.frost@larkwater.example\n\"Quill, Petra\" <petra.quill@larkwater.example>\n"
                    + "Owen Tarn <owen.tarn@hollis-grain.example>\n"
                    + "ilse.marrow@larkwater.example\nnadia.frost@larkwater.example\n"
                    + "rhys.lode@larkwater..example";
    private static final String ASK = "/ask/what-can?application=towline&person=";

    @Test
    void take(Page page) {
        page.go("/");
        page.see(By.cssSelector("input[type=email]"));
        shoot(page, "sign-in");
        page.signIn(Page.ADMINISTRATOR, Page.ADMINISTRATORS_PASSWORD);
        page.focusOn("Person").type("mar");
        page.see(By.xpath("//li[@role='option'][contains(., 'Ilse Marrow')]"));
        shoot(page, "ask-slot");
        page.go(ASK + "ilse.marrow").read("Movement map");
        shoot(page, "ask");
        page.go(ASK + "ilse.marrow&open=crew_member&because=field:crew_member:birth_date")
                .read("masks it for");
        shoot(page, "ask-fields");
        page.go(ASK + "emeka.walsh&because=cell:contract:view").read("takes");
        shoot(page, "because");
        page.go(ASK + "saskia.bellweather&because=cell:voyage:view").read("lifts");
        shoot(page, "ask-outsider");
        page.go(ASK + "clemency.hart&because=cell:invoice:approve").read("What is missing");
        shoot(page, "why-not");
        page.go(ASK + "ilse.marrow&list=cargo_lot:view&because=cell:cargo_lot:view")
                .read("1 to 25 of");
        page.read("holds Dispatcher");
        shoot(page, "records");
        people(page);
        page.dark();
        page.go(ASK + "ilse.marrow&because=cell:cargo_lot:view").read("holds Dispatcher");
        shoot(page, "ask-dark");
    }

    private static void people(Page page) {
        page.go("/people").read("Rowan Achterberg");
        shoot(page, "people");
        page.go("/people/p/ottilie.brandt").read("Good until");
        shoot(page, "person");
        page.go("/people/p/ilse.marrow").press("Change");
        page.complete("Unit", "Night D", "Night Desk").read("Changes access for");
        shoot(page, "person-change");
        page.press("Cancel").go("/people/bring-in");
        page.fill("Addresses", ROWS).press("Judge these rows").read("Go on with 3");
        shoot(page, "bring-in");
        page.press("2. Place").complete("Unit", "Credit", "Credit").press("Go on");
        page.complete("Role", "Incident w", "Incident watcher").press("See what it amounts to");
        page.read("Each will view").read("Movement map");
        shoot(page, "bring-in-amount");
        page.press("5. Message").fill("A note of yours", "See you on the mole at seven.");
        page.read("Idris Munro invites you");
        shoot(page, "bring-in-message");
        page.go("/people/organisations/hollis-grain").read("What was done");
        shoot(page, "organisation");
        page.go("/people/units").press("Night Desk").read("New unit below");
        shoot(page, "units");
        page.go("/people/teams/delta-dispatch").read("Tove Ansgar");
        shoot(page, "team");
        page.go("/people/p/isolde.tran").press("Change");
        page.complete("Unit", "Crew O", "Crew Office").read("which is guarded");
        page.fill("What you tell Agnete Solberg and Rufus Tannahill", "Holiday cover for Delphine");
        page.press("Ask to agree").read("They have been written to").confirm("Close");
        page.go("/people/requests").press("Look").read("Changes access for 1 person");
        shoot(page, "request");
    }

    private static void shoot(Page page, String name) {
        page.shoot(Path.of(System.getProperty("nembar.screenshots"), name + ".png"));
    }
}
