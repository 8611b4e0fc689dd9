package nembar.server.store;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeSet;
import nembar.server.document.DesignDocument.AccountPart;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;

@Entity
@Table(name = "account")
class AccountRow implements DirectoryRow<AccountPart> {
    @Id private String key;
    private String name;
    private boolean own;
    private double position;
    private boolean pending;
    private LocalDate ends;

    @Version private long version;

    @ElementCollection(fetch = FetchType.EAGER)
    @Fetch(FetchMode.SUBSELECT)
    @CollectionTable(name = "account_tag", joinColumns = @JoinColumn(name = "account"))
    @Column(name = "tag")
    private Set<String> tags = new HashSet<>();

    @Override
    public void fill(AccountPart part, double position) {
        this.key = part.key();
        this.name = part.name();
        this.own = part.own();
        this.position = position;
        this.pending = part.pending();
        this.ends = part.ends() == null ? null : LocalDate.parse(part.ends());
        tags.retainAll(part.tags());
        tags.addAll(part.tags());
    }

    @Override
    public String key() {
        return key;
    }

    @Override
    public double position() {
        return position;
    }

    AccountPart part() {
        return new AccountPart(
                key,
                name,
                own,
                new TreeSet<>(tags).stream().toList(),
                pending,
                ends == null ? null : ends.toString());
    }
}
