package nembar.server.ask;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.server.http.Named;
import nembar.server.http.OneOf;

/**
 * The answer to "What can [person] do in [application]?".
 *
 * @param asOf the instant that the oldest of its numbers are of, where a record index has told
 *     them; left out where all are exact
 */
public record WhatCan(
        Whom person,
        Named application,
        List<String> holdings,
        Totals totals,
        List<AreaRows> areas,
        List<FunctionRow> functions,
        Optional<Instant> asOf) {
    /** The same, of an instant. */
    WhatCan asOf(Optional<Instant> instant) {
        return new WhatCan(person, application, holdings, totals, areas, functions, instant);
    }

    /**
     * Whom the answer is about.
     *
     * @param unit name of the unit they sit in; empty for none
     * @param account the account acted for
     * @param accounts those one may choose from
     * @param inactive why they may do nothing at all, in a sentence; empty where that is not so
     * @param mayLookThrough whether whoever asks may see the records themselves
     * @param reasonWanted whether they have to say why before they look
     */
    public record Whom(
            String key,
            String name,
            @OneOf(PersonKind.class) String kind,
            @OneOf(PersonStatus.class) String status,
            String unit,
            Optional<Named> account,
            List<Named> accounts,
            Optional<String> inactive,
            boolean mayLookThrough,
            boolean reasonWanted) {}

    /** Sums over all record types. */
    public record Totals(long records, long viewed, long changed) {}

    /**
     * @param stewards who guards the area, in words; empty when nobody does
     * @param guardedFromYou whether its records are closed to whoever asks
     */
    public record AreaRows(
            String key,
            String name,
            Optional<String> stewards,
            boolean guardedFromYou,
            List<TypeRow> types) {}

    /**
     * @param counted whether the numbers are there: they are not yet in an outline, and cannot be
     *     while the application's database does not answer; all are 0 or empty then
     */
    public record TypeRow(
            String key,
            String singular,
            String plural,
            boolean counted,
            long total,
            List<Cell> cells,
            List<FieldRow> fields) {}

    /**
     * One operation on one record type.
     *
     * @param notches of the reach rail, 0 to 7
     * @param reach the widest reach in words; empty when nothing is granted
     * @param records how many it amounts to; empty for create, which has none to count
     * @param narrowed whether the reach says all, and bounds, conditions or filters leave less
     * @param words the records in words
     * @param widened how many records come only by parents or children, before filters
     * @param cut how many records filters take away
     */
    public record Cell(
            String operation,
            String label,
            int notches,
            String reach,
            Optional<Long> records,
            boolean granted,
            boolean narrowed,
            String words,
            long widened,
            long cut) {}

    /**
     * One field, on the records that may be viewed.
     *
     * @param level the highest level on any record
     * @param masked on how many records it is seen through a mask
     */
    public record FieldRow(
            String key,
            String label,
            boolean guarded,
            List<String> classifications,
            String level,
            long changed,
            long viewed,
            long masked) {}

    public record FunctionRow(
            String key, String name, String area, String level, List<String> levels) {}
}
