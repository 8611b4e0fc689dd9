package nembar.server.store;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.ArrayList;
import java.util.List;
import nembar.server.document.DesignDocument.PersonPart;
import nembar.server.document.DocumentJson;
import org.hibernate.annotations.ColumnTransformer;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;

@Entity
@Table(name = "person")
class PersonRow implements DirectoryRow<PersonPart> {
    @Id private String key;
    private String kind;
    private String email;
    private String givenName;
    private String familyName;
    private String fullName;
    private String unit;

    /** The first of the accounts, for Nembar's own record type. */
    private String account;

    private String manager;
    private String timeZone;
    private String status;
    private double position;

    @Version private long version;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private String attributes;

    @ElementCollection(fetch = FetchType.EAGER)
    @Fetch(FetchMode.SUBSELECT)
    @CollectionTable(name = "person_account", joinColumns = @JoinColumn(name = "person"))
    @OrderColumn(name = "position")
    @Column(name = "account")
    private List<String> accounts = new ArrayList<>();

    @Override
    public void fill(PersonPart part, double position) {
        this.key = part.key();
        this.kind = part.kind();
        this.email = part.email();
        this.givenName = part.givenName();
        this.familyName = part.familyName() == null ? "" : part.familyName();
        this.fullName = (givenName + " " + familyName).strip();
        this.unit = part.unit();
        this.account = part.accounts().isEmpty() ? null : part.accounts().get(0);
        this.manager = part.manager();
        this.timeZone = part.timeZone();
        this.status = part.status();
        this.position = position;
        String given = DocumentJson.text(part.attributes());
        if (attributes == null || !DocumentJson.same(attributes, given)) {
            attributes = given;
        }
        if (!accounts.equals(part.accounts())) {
            accounts.clear();
            accounts.addAll(part.accounts());
        }
    }

    @Override
    public String key() {
        return key;
    }

    long version() {
        return version;
    }

    /** Whether it is still the version somebody has seen; nothing is asked where none is given. */
    boolean version(Long seen) {
        return seen == null || seen == version;
    }

    @Override
    public double position() {
        return position;
    }

    PersonPart part() {
        return new PersonPart(
                key,
                kind,
                email,
                givenName,
                familyName,
                List.copyOf(accounts),
                unit,
                manager,
                timeZone,
                status,
                DocumentJson.object(attributes));
    }
}
