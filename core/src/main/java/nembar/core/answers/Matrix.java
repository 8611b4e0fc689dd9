package nembar.core.answers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.decision.Coverage;
import nembar.core.decision.PersonAccess;
import nembar.core.design.Reach;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;

/**
 * How far everybody reaches on every record type by one operation, as symbols and uncounted
 * (docs/access-model.md, section 6); worked out once for people who have the very same.
 */
public final class Matrix {
    private final Moment moment;
    private final String operation;
    private final List<RecordType> types;

    /**
     * @param operation key of an operation; types that have none of this key have empty cells
     */
    public Matrix(Moment moment, String operation) {
        this.moment = moment;
        this.operation = operation;
        this.types = moment.model().catalogue().recordTypes();
    }

    /**
     * How far somebody reaches.
     *
     * @param reach the widest by which a privilege grants records
     * @param some whether there is any way at all: also by sharing, or with records of another type
     */
    public record Cell(Reach reach, boolean some) {
        static final Cell NOTHING = new Cell(Reach.NONE, false);
    }

    /**
     * Somebody, for one account they act for.
     *
     * @param cells one for each record type, in the order of the catalogue
     */
    public record Row(Persona persona, List<Cell> cells) {}

    public List<RecordType> types() {
        return types;
    }

    /** Those who reach anything: externals first, then by name. */
    public List<Row> rows() {
        List<Map<PersonAccess, Cell>> known = new ArrayList<>();
        types.forEach(any -> known.add(new IdentityHashMap<>()));
        List<Row> rows = new ArrayList<>();
        for (Persona persona : moment.model().personas().all()) {
            if (moment.contentOf(moment.classOf(persona)).isEmpty()) {
                continue;
            }
            List<Cell> cells = new ArrayList<>();
            for (int i = 0; i < types.size(); i++) {
                RecordType type = types.get(i);
                cells.add(
                        known.get(i)
                                .computeIfAbsent(
                                        moment.accessOn(persona, type),
                                        access -> cell(access, type)));
            }
            if (cells.stream().anyMatch(Cell::some)) {
                rows.add(new Row(persona, List.copyOf(cells)));
            }
        }
        rows.sort(
                Comparator.comparing((Row row) -> !row.persona().person().external())
                        .thenComparing(row -> row.persona().person().name())
                        .thenComparing(row -> row.persona().account().orElse("")));
        return rows;
    }

    private Cell cell(PersonAccess access, RecordType type) {
        Optional<Coverage> coverage =
                type.operation(operation)
                        .map(one -> access.coverage(type, one))
                        .filter(one -> !one.records().equals(RecordSet.NOTHING));
        return coverage.map(one -> new Cell(one.widestReach(), true)).orElse(Cell.NOTHING);
    }
}
