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
        page.signIn(Page.ADMINISTRATOR, Page.ADMINISTRATORS_PASSWORD);
        page.read("expectations are broken").read("Dispatcher is meant for staff");
        shoot(page, "desk");
        page.go("/ask/what-can").focusOn("Person").type("mar");
        page.see(By.xpath("//li[@role='option'][contains(., 'Ilse Marrow')]"));
        page.go(ASK + "ilse.marrow").read("Movement map").read("Views");
        shoot(page, "ask");
        page.go(ASK + "emeka.walsh&because=cell:contract:view").read("takes");
        shoot(page, "because");
        page.go("/record/towline/cargo_lot/L-2005").read("By what they came by it");
        shoot(page, "record-sheet");
        page.go(ASK + "ilse.marrow&list=cargo_lot:view&because=cell:cargo_lot:view")
                .read("1 to 25 of");
        page.read("holds Dispatcher");
        shoot(page, "records");
        page.go("/ask/who-can?application=towline&do=cell:invoice:view")
                .read("By what")
                .read("1\u202f100");
        shoot(page, "who-can");
        page.go("/ledger/towline?leaf=reports&report=outsiders").read("129 rows");
        shoot(page, "report");
        page.go("/look/towline?person=ilse.marrow&other=livia.sarto&type=cargo_lot")
                .read("only Livia");
        shoot(page, "look-through");
        bench(page);
        people(page);
        catalogue(page);
        reviews(page);
    }

    private static void reviews(Page page) {
        page.go("/desk?leaf=reviews").press("Begin a review");
        page.choose("About", "A role").complete("Role", "Hazard", "Hazard officer");
        page.choose("Who is asked", "Somebody I name").complete("Who", "Idris", "Idris Munro");
        page.fill("Name of the review", "Who watches hazards").read("asked of Idris Munro (");
        page.press("Begin, and write to them").read("Cargo lots: view");
        page.click(By.cssSelector("button[aria-label^='Keep: ']")).read("Keep (Idris Munro");
        // What Bram Oduya holds counts by night: a picture is the same at any hour.
        page.press("Next person").read("Nobody else is awake");
        page.press("Next person").read("Safety Office ·").read("Cargo lots: view");
        shoot(page, "access-review");
    }

    private static void bench(Page page) {
        page.go("/bench/towline?role=dispatcher").read("held by 19 people");
        page.click(cell("cell:berth_booking:change")).type("5");
        page.click(By.xpath("//button[contains(., 'a new set, in no other role')]"));
        page.read("people gain");
        page.click(cell("cell:cargo_lot:delete")).type("5");
        page.read("2 edits");
        page.click(cell("cell:claim:view"));
        shoot(page, "bench");
        page.go("/bench/towline?list=sharingRules").read("hey dispatch the last leg");
        page.click(By.cssSelector("button[aria-label^='Edit: Open voyages']"));
        page.read("This sharing rule").read("of 402 voyages").read("Another row");
        shoot(page, "sentence");
        page.press("Review").read("Nothing takes effect until then").read("Desmond Pryor");
        page.read("Conflicts of duty");
        shoot(page, "review");
        page.go("/ledger/towline").read("Stand-in for the head of operations");
        shoot(page, "ledger");
    }

    private static By cell(String ref) {
        return By.cssSelector("button[data-ref='" + ref + "']");
    }

    private static void people(Page page) {
        page.go("/people").read("Rowan Achterberg");
        shoot(page, "people");
        page.go("/people/p/ottilie.brandt").read("Good until");
        shoot(page, "person");
        page.go("/people/bring-in");
        page.fill("Addresses", ROWS).press("Judge these rows").read("Go on with 3");
        page.press("2. Place").complete("Unit", "Credit", "Credit").press("Go on");
        page.complete("Role", "Incident w", "Incident watcher").press("See what it amounts to");
        page.read("Each will view").read("Movement map");
        shoot(page, "bring-in-amount");
        page.go("/people/p/isolde.tran").press("Change");
        page.complete("Unit", "Crew O", "Crew Office").read("which is guarded");
        page.fill("What you tell Agnete Solberg and Rufus Tannahill", "Holiday cover for Delphine");
        page.press("Ask to agree").read("They have been written to").confirm("Close");
        page.go("/people/requests").press("Look").read("Changes access for 1 person");
        shoot(page, "request");
    }

    private static void catalogue(Page page) {
        page.go("/catalogue?add").read("On the way");
        page.fill("What people call it", "Quayside")
                .fill("Host", "127.0.0.1")
                .fill("Port", String.valueOf(Stage.databasePort()))
                .fill("Database", "quayside")
                .fill("Schemas", "yard")
                .fill("User", "quayside_reader")
                .choose("Password", "In an environment variable of its server")
                .fill("Name of the variable", "NEMBAR_PASSWORD_QUAYSIDE")
                .choose("On the way", "Not encrypted");
        page.press("Add it").read("0 of 8 decided");
        page.press("Take the 8 that are open here").read("8 of 8 decided");
        page.click(By.xpath("//*[@role='option'][contains(., 'Repair jobs')]")).read("Margin");
        shoot(page, "catalogue");
        page.press("Put 8 into the catalogue").read("Repair jobs");
        page.go("/catalogue/quayside?type=job").read("leads to yard.customers");
        shoot(page, "governed");
    }

    private static void shoot(Page page, String name) {
        page.settle().shoot(Path.of(System.getProperty("nembar.screenshots"), name + ".png"));
    }
}
