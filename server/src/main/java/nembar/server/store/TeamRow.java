package nembar.server.store;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.document.DesignDocument.TeamPart;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;

@Entity
@Table(name = "team")
class TeamRow implements DirectoryRow<TeamPart> {
    @Id private String key;
    private String name;
    private double position;

    @Version private long version;

    @Column(name = "who")
    private String who;

    /** By the key of a member: whether they lead the team. */
    @ElementCollection(fetch = FetchType.EAGER)
    @Fetch(FetchMode.SUBSELECT)
    @CollectionTable(name = "team_member", joinColumns = @JoinColumn(name = "team"))
    @MapKeyColumn(name = "person")
    @Column(name = "lead")
    private Map<String, Boolean> members = new HashMap<>();

    @Override
    public void fill(TeamPart part, double position) {
        this.key = part.key();
        this.name = part.name();
        this.position = position;
        this.who = part.who();
        members.keySet()
                .removeIf(one -> !part.members().contains(one) && !part.leads().contains(one));
        part.members().forEach(one -> members.put(one, false));
        part.leads().forEach(one -> members.put(one, true));
    }

    @Override
    public String key() {
        return key;
    }

    @Override
    public double position() {
        return position;
    }

    TeamPart part() {
        List<String> leads = members.keySet().stream().filter(members::get).sorted().toList();
        return new TeamPart(key, name, members.keySet().stream().sorted().toList(), leads, who);
    }
}
