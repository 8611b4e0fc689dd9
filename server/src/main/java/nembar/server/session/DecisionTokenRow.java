package nembar.server.session;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** The hash of a token by which a program signs in as a service. */
@Entity
@Table(name = "decision_token")
class DecisionTokenRow {
    @Id private String hash;
    private String person;
    private String keeper;
    private String label;

    protected DecisionTokenRow() {}

    DecisionTokenRow(String hash, String person, String keeper, String label) {
        this.hash = hash;
        this.person = person;
        this.keeper = keeper;
        this.label = label;
    }

    String person() {
        return person;
    }

    String keeper() {
        return keeper;
    }
}
