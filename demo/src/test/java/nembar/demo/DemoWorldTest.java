package nembar.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class DemoWorldTest {
    private final String towline = new String(DemoWorld.towline(), StandardCharsets.UTF_8);

    @Test
    void whoeverSignsInIsInTheDirectory() {
        assertThat(DemoWorld.signIns()).hasSize(4);
        for (DemoWorld.SignIn signIn : DemoWorld.signIns()) {
            assertThat(towline).contains("\"key\": \"" + signIn.person() + "\"");
        }
        assertThat(towline).contains("\"key\": \"" + DemoWorld.GATEWAY + "\"");
    }

    @Test
    void everyRecordTypeHasItsTable() {
        for (String table :
                new String[] {
                    "account", "voyage", "cargo_lot", "inspection", "berth_booking", "contract",
                    "document", "invoice", "credit_note", "incident", "claim", "crew_member",
                    "medical_note"
                }) {
            assertThat(towline).contains("\"table\": \"towline." + table + "\"");
            assertThat(DemoWorld.schema()).contains("CREATE TABLE " + table + " (");
        }
    }

    @Test
    void theVolumeScalesEveryType() {
        assertThat(Volume.demo().times(2).lots()).isEqualTo(2 * Volume.demo().lots());
        assertThat(Volume.demo().times(3).crew()).isEqualTo(3 * Volume.demo().crew());
    }
}
