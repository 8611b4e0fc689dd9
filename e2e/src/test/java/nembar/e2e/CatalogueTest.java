package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** A second application, from nothing to the first question. */
@ExtendWith(Stage.class)
class CatalogueTest {
    @Test
    void anApplicationIsAddedAndItsTablesGoneThrough(Page page) {
        page.signInAsAdministrator();
        page.go("/catalogue").read("Towline").press("Add an application").read("On the way");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.fill("What people call it", "Quayside")
                .fill("Host", "127.0.0.1")
                .fill("Port", String.valueOf(Stage.databasePort()))
                .fill("Database", "quayside")
                .fill("Schemas", "yard")
                .fill("User", "quayside_reader")
                .fill("The password", "wrong")
                .choose("On the way", "Not encrypted");
        page.press("Try the connection").read("the user or the password is wrong");
        page.choose("Password", "In an environment variable of its server")
                .fill("Name of the variable", "NEMBAR_PASSWORD_QUAYSIDE");
        page.press("Try the connection").read("Reached, and it can be read.");
        page.press("Add it").read("0 of 8 decided");
        assertThat(page.seriousAxeFindings()).isEmpty();

        page.click(By.xpath("//*[@role='option'][contains(., 'Customers')]"))
                .read("organisations that the company deals with");
        page.click(By.xpath("//*[@role='option'][contains(., 'Crews')]")).type("l");
        page.read("1 of 8 decided");
        page.click(By.xpath("//*[@role='option'][contains(., 'Staff')]"))
                .press("Leave out Phone")
                .missing("Phone");
        page.click(By.xpath("//*[@role='option'][contains(., 'Repair jobs')]"))
                .read("several by yard.job_crews")
                .press("Change where organisation leads")
                .read("Its column with what they are known as");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Lead there").read("whose code is an organisation’s key");
        page.press("Take the 7 that are open here").read("8 of 8 decided");
        page.go(page.path()).read("8 of 8 decided").press("Put 7 into the catalogue");
        page.read("Repair jobs").read("Job lines").read("Fitness for work");
        page.read("Responsible, Crews and Customer");
        assertThat(page.text()).doesNotContain("yard.crews");
        assertThat(page.seriousAxeFindings()).isEmpty();

        page.go("/catalogue/quayside?leaf=lookups")
                .read("leads to yard.staff, whose email is a person’s e-mail")
                .read("70 times");
        page.press("Read them again now").read("14 of 14");
        assertThat(page.seriousAxeFindings()).isEmpty();

        page.go("/catalogue/quayside?leaf=connection").read("Save the connection");
        assertThat(page.seriousAxeFindings()).isEmpty();

        page.go("/bench").read("None yet.");
        page.choose("Application", "Towline").read("Dispatcher");
        page.choose("Application", "Quayside").press("Draft first roles");
        page.read("Contributor, Job").press("Review").read("New role: Administrator");
        page.fill("Why, for whoever reads it later", "First roles").press("Publish now");
        page.read("Published as no.");

        page.go("/people?search=hedda+nyquist").tick("Pick Hedda Nyquist").press("Give a role");
        page.complete("Role", "Reader, Job", "Reader, Job").read("Changes access for 1 person");
        page.confirm("Publish").missing("Give Hedda Nyquist a role");
        page.go("/ask/what-can?application=quayside&person=hedda.nyquist")
                .read("Repair job")
                .read("840");
        page.go("/ask/what-can?application=quayside&person=hedda.nyquist&list=job:view")
                .read("Corin Blythe");

        itsDatabaseIsChangedAndTheCatalogueMended(page);
    }

    private static void itsDatabaseIsChangedAndTheCatalogueMended(Page page) {
        Stage.inQuayside("ALTER TABLE yard.jobs RENAME COLUMN vessel TO vessel_name");
        page.go("/catalogue/quayside?leaf=drift")
                .read("vessel is gone, and vessel_name has what it had");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/ask/what-can?application=quayside&person=hedda.nyquist").read("840");
        page.go("/catalogue/quayside?leaf=drift").press("Read it from there: Repair jobs: Vessel");
        page.read("The database is as the Catalogue says, once your draft is published.");

        page.go("/catalogue/quayside?type=job").read("What can be done to them besides");
        page.fill("What they are, in a sentence", "A job on a vessel in the yard.");
        page.type(Keys.TAB).read("2 edits");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.press("Review").read("read from another column");
        page.fill("Why, for whoever reads it later", "The database was changed")
                .press("Publish now")
                .read("Published as no.");
        page.go("/catalogue/quayside?leaf=drift").read("The database is as the Catalogue says.");

        theTypeIsToldApartByAnotherColumnAndItsCrewsAreTakenInAgain(page);
        whereItsValuesLeadIsFoundAgain(page);
    }

    private static void theTypeIsToldApartByAnotherColumnAndItsCrewsAreTakenInAgain(Page page) {
        page.go("/catalogue/quayside?type=customer").read("What the database keeps unique");
        page.choose("Told apart by", "code");
        page.read("1 edit");
        page.go("/catalogue/quayside?type=job").press("Take out Crews").confirm("Take it away");
        page.missing("several by yard.job_crews");
        page.go("/catalogue/quayside?type=job")
                .choose("Another field", "Crews, reference, several by yard.job_crews");
        page.choose("Team", "Crews").read("several by yard.job_crews");
        assertThat(page.seriousAxeFindings()).isEmpty();
        page.go("/bench/quayside").discardDraft();
    }

    private static void whereItsValuesLeadIsFoundAgain(Page page) {
        Stage.inQuayside("ALTER TABLE yard.staff RENAME COLUMN email TO email_address");
        page.go("/catalogue/quayside?leaf=drift")
                .read("email of yard.staff is gone, while email_address has what it had");
        page.press("Look it up there: Repair jobs: Responsible");
        page.missing("Look it up there: Repair jobs: Responsible");
        page.go("/catalogue/quayside?type=job")
                .read("leads to yard.staff, whose email_address is a person’s e-mail");
    }
}
