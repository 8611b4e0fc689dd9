package nembar.core.schema;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.catalogue.TableName;

/** The tables and views of a database, as far as a user may read them. */
public final class Schema {
    private final Map<TableName, Table> tables = new LinkedHashMap<>();

    public Schema(List<Table> tables) {
        tables.forEach(table -> this.tables.put(table.name(), table));
    }

    public List<Table> tables() {
        return List.copyOf(tables.values());
    }

    public Optional<Table> table(TableName name) {
        return Optional.ofNullable(tables.get(name));
    }
}
