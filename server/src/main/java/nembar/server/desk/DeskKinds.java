package nembar.server.desk;

import jakarta.persistence.EntityManager;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.text.Words;
import nembar.server.desk.DeskController.DeskKindEdit;
import nembar.server.desk.DeskController.DeskKindShown;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Named;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which kinds of item are told, and whom. */
@Service
class DeskKinds {
    private static final int PEOPLE_AT_MOST = 50;

    private final EntityManager entities;
    private final Models models;
    private final Governance governance;

    DeskKinds(EntityManager entities, Models models, Governance governance) {
        this.entities = entities;
        this.models = models;
        this.governance = governance;
    }

    /** Which kinds this person is told. */
    @Transactional(readOnly = true)
    public Predicate<DeskKind> toldTo(Person me) {
        Map<String, DeskKindRow> rows = rows();
        return kind -> {
            DeskKindRow row = rows.get(Words.of(kind));
            return row == null
                    || row.told
                            && (row.people.isEmpty()
                                    || row.people.lines().anyMatch(me.key()::equals));
        };
    }

    private Map<String, DeskKindRow> rows() {
        Map<String, DeskKindRow> rows = new HashMap<>();
        entities.createQuery("from DeskKindRow", DeskKindRow.class)
                .getResultList()
                .forEach(row -> rows.put(row.kind, row));
        return rows;
    }

    /** All kinds, the most pressing first. */
    @Transactional(readOnly = true)
    public List<DeskKindShown> list(Person me) {
        require(me, "view");
        Map<String, DeskKindRow> rows = rows();
        return Arrays.stream(DeskKind.values())
                .map(kind -> shown(Words.of(kind), rows.get(Words.of(kind))))
                .toList();
    }

    private DeskKindShown shown(String kind, DeskKindRow row) {
        Directory directory = models.directory();
        return row == null
                ? new DeskKindShown(kind, true, List.of(), 0)
                : new DeskKindShown(
                        kind,
                        row.told,
                        row.people
                                .lines()
                                .map(key -> new Named(key, directory.personName(key)))
                                .toList(),
                        row.version + 1);
    }

    /** Decides of a kind. */
    @Transactional
    public DeskKindShown change(Person me, String kind, DeskKindEdit edit) {
        require(me, "change");
        DeskKind known =
                Words.find(DeskKind.values(), kind)
                        .orElseThrow(() -> new NotFound("kind", "There is no such kind of item."));
        List<String> people = edit.people() == null ? List.of() : edit.people();
        if (people.size() > PEOPLE_AT_MOST) {
            throw new BadRequest("people", "Name at most " + PEOPLE_AT_MOST + " people.");
        }
        for (String key : people) {
            if (key == null || models.directory().person(key).isEmpty()) {
                throw new BadRequest("people", "There is no person `" + key + "`.");
            }
        }
        DeskKindRow row = entities.find(DeskKindRow.class, Words.of(known));
        long version = row == null ? 0 : row.version + 1;
        if (edit.version() == null || edit.version() != version) {
            throw new Overtaken(
                    "Somebody has decided of this kind of item since. Look at it again.");
        }
        boolean fresh = row == null;
        if (fresh) {
            row = new DeskKindRow();
            row.kind = Words.of(known);
        }
        row.told = edit.told();
        row.people = String.join("\n", people);
        if (fresh) {
            entities.persist(row);
        }
        entities.flush();
        return shown(row.kind, row);
    }

    private void require(Person me, String operation) {
        governance.requireOnApplication(me, operation, Models.NEMBAR);
    }
}
