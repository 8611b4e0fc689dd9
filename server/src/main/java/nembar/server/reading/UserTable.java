package nembar.server.reading;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.TableName;
import nembar.core.directory.PersonKind;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;

/**
 * The table in which an application keeps who signs in to it, and what its columns mean.
 *
 * @param application key of the application
 * @param table schema and name as SQL writes them
 * @param id the column that tells its rows apart
 * @param mapping column by field of a person: email, givenName, familyName, kind, account, unit,
 *     manager (a column with the id of another row), timeZone; {@code name} in place of the first
 *     two names for a column that has both
 * @param through for unit and account: the table that says what the column's values are called
 * @param teams where it keeps who is in which team; null where that is not read
 * @param active a column that says yes of those who count; all count where it is left out
 * @param kind of people whose row says none
 * @param account key of the account of externals whose row says none
 * @param goneClose whether people whose row is gone are closed; otherwise they are suspended
 * @param daily whether it is read every day by itself
 */
@JsonIgnoreProperties(ignoreUnknown = true)
public record UserTable(
        String application,
        String table,
        String id,
        Map<String, String> mapping,
        Map<String, ThroughTable> through,
        MemberTable teams,
        String active,
        @OneOf(PersonKind.class) String kind,
        String account,
        Boolean goneClose,
        Boolean daily)
        implements EntrySettings {
    /** A column with given and family name in one. */
    static final String NAME = "name";

    /** Fields whose column may lead to their value through another table. */
    private static final Set<String> THROUGH = Set.of("unit", "account");

    public UserTable {
        application = application == null ? "" : application;
        table = table == null ? "" : table.strip();
        id = id == null ? "" : id;
        mapping = mapping == null ? Map.of() : Map.copyOf(mapping);
        through = through == null ? Map.of() : Map.copyOf(through);
        active = active == null ? "" : active;
        kind = kind == null || kind.isBlank() ? "staff" : kind;
        account = account == null ? "" : account;
        goneClose = Boolean.TRUE.equals(goneClose);
        daily = Boolean.TRUE.equals(daily);
    }

    /**
     * @throws BadRequest for what cannot be read by these
     */
    void check() {
        name();
        column("id", id, true);
        column("active", active, false);
        through.forEach(
                (field, table) -> {
                    if (!THROUGH.contains(field)) {
                        throw new BadRequest("through", "Only unit and account lead on.");
                    }
                    table.check("through");
                });
        members().ifPresent(MemberTable::check);
        mapping.forEach(
                (field, column) -> {
                    if (!field.equals(NAME) && !LdapSettings.FIELDS.contains(field)) {
                        throw new BadRequest("mapping", "There is no field `" + field + "`.");
                    }
                    column("mapping", column, false);
                });
        if (mapping.getOrDefault("email", "").isBlank()) {
            throw new BadRequest("mapping", "Say which column has the e-mail address.");
        }
        if (!maps("givenName")) {
            throw new BadRequest("mapping", "Say which column has the given name, or the name.");
        }
    }

    private static void column(String path, String column, boolean needed) {
        if (needed || !column.isBlank()) {
            ThroughTable.column(path, column);
        }
    }

    /** The table's name. */
    TableName name() {
        return ThroughTable.name("table", table);
    }

    Optional<MemberTable> members() {
        return Optional.ofNullable(teams);
    }

    @Override
    public boolean maps(String field) {
        boolean named = field.equals("givenName") || field.equals("familyName");
        return !mapping.getOrDefault(field, "").isBlank()
                || named && !mapping.getOrDefault(NAME, "").isBlank();
    }

    /** As a source keeps them, with the fields that it owns. */
    Map<String, Object> kept() {
        Map<String, Object> kept = new LinkedHashMap<>();
        kept.put("application", application);
        kept.put("table", table);
        kept.put("id", id);
        kept.put("mapping", mapping);
        kept.put("through", through);
        members().ifPresent(one -> kept.put("teams", one));
        kept.put("active", active);
        kept.put("kind", kind);
        kept.put("account", account);
        kept.put("goneClose", goneClose);
        kept.put("daily", daily);
        kept.put(
                "owns",
                LdapSettings.FIELDS.stream()
                        .filter(this::maps)
                        .map(one -> one.equals("account") ? "accounts" : one)
                        .sorted()
                        .toList());
        return kept;
    }

    /** The columns that are read, by field. */
    Map<String, String> columns() {
        Map<String, String> columns = new LinkedHashMap<>();
        List<String> fields = new ArrayList<>(LdapSettings.FIELDS);
        fields.add(NAME);
        for (String field : fields) {
            String column = mapping.getOrDefault(field, "");
            if (!column.isBlank()) {
                columns.put(field, column);
            }
        }
        return columns;
    }
}
