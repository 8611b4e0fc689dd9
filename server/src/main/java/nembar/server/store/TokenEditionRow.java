package nembar.server.store;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** The one row whose number moves with each token that is made, renewed or ended. */
@Entity
@Table(name = "token_edition")
class TokenEditionRow {
    @Id int id;
    long number;
}
