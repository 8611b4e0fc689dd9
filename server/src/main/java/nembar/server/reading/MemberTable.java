package nembar.server.reading;

import java.util.Optional;

/**
 * The table in which an application keeps who is in which of its teams: a row for each.
 *
 * @param table schema and name as SQL writes them; it may be the table of users itself
 * @param person the column with what tells the rows of the table of users apart
 * @param team the column with the team
 * @param through the table that has the team's name; null where the column has it
 */
public record MemberTable(String table, String person, String team, ThroughTable through) {
    public MemberTable {
        table = table == null ? "" : table.strip();
        person = person == null ? "" : person;
        team = team == null ? "" : team;
    }

    void check() {
        ThroughTable.name("teams", table);
        ThroughTable.column("teams", person);
        ThroughTable.column("teams", team);
        named().ifPresent(one -> one.check("teams"));
    }

    Optional<ThroughTable> named() {
        return Optional.ofNullable(through);
    }
}
