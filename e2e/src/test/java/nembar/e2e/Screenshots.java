package nembar.e2e;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;

/** Takes the pictures in docs/screenshots from the demo world; run by ./nembar screenshots. */
@ExtendWith(Stage.class)
class Screenshots {
    private static final String ASK = "/ask/what-can?application=towline&person=";

    @Test
    void take(Page page) {
        page.go("/");
        page.see(By.cssSelector("input[type=email]"));
        shoot(page, "sign-in");
        page.signIn(Page.ADMINISTRATOR, Page.ADMINISTRATORS_PASSWORD);
        page.type("mar");
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
        page.dark();
        page.go(ASK + "ilse.marrow&because=cell:cargo_lot:view").read("holds Dispatcher");
        shoot(page, "ask-dark");
    }

    private static void shoot(Page page, String name) {
        page.shoot(Path.of(System.getProperty("nembar.screenshots"), name + ".png"));
    }
}
