package nembar.core.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import nembar.core.testing.Harbour;
import org.junit.jupiter.api.Test;

class DirectoryTest {
    private final Directory directory = new Harbour().directory();

    @Test
    void aBranchIsTheUnitAndAllBelow() {
        assertThat(directory.unitAndBelow("harbour")).containsExactly("harbour", "pier", "quay");
        assertThat(directory.unitAndBelow("pier")).containsExactly("pier");
    }

    @Test
    void aLineIsThePersonAndAllBelow() {
        assertThat(directory.personAndReports("ann")).containsExactly("ann", "ben", "cas");
        assertThat(directory.personAndReports("cas")).containsExactly("cas");
    }

    @Test
    void leadsAreMembersToo() {
        assertThat(directory.teamsOf("cas")).containsExactly("cranes");
        assertThat(directory.membersOf(Set.of("cranes"))).containsExactly("ben", "cas");
    }

    @Test
    void addressesAreComparedWithoutCase() {
        assertThat(directory.personByEmail("BEN@Home.Example"))
                .hasValueSatisfying(ben -> assertThat(ben.key()).isEqualTo("ben"));
        assertThat(directory.personByEmail("dan@home.example")).isEmpty();
    }

    @Test
    void peopleSitInTheUnitsAskedForAndNotBelow() {
        assertThat(directory.peopleIn(Set.of("harbour"))).containsExactly("ann");
        assertThat(directory.peopleIn(Set.of("pier", "quay"))).containsExactly("ben", "cas");
    }
}
