package nembar.server.bench;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.PersonStatus;
import nembar.server.document.DesignDocument.RolePart;
import nembar.server.document.DesignDocument.SetPart;
import nembar.server.http.Named;
import nembar.server.http.OneOf;

/**
 * The catalogue of an application as a draft has it, and its published roles and privilege sets.
 */
record Bench(
        Named application,
        List<AreaShown> areas,
        List<TypeShown> types,
        List<FunctionShown> functions,
        List<SetShown> sets,
        List<RoleShown> roles) {

    /** An explanation, which is left out where there is none. */
    static Optional<String> explanation(String text) {
        return Optional.of(text).filter(one -> !one.isEmpty());
    }

    /**
     * @param stewards who guards it, in words; empty where nobody does
     */
    record AreaShown(
            String key, String name, Optional<String> stewards, Optional<String> explanation) {}

    /**
     * @param operations in the order in which they are shown, the first four common to all types
     * @param unsaid reaches that the type cannot express, each with why
     * @param follows what comes by its parent, in words; empty where nothing does
     */
    record TypeShown(
            String key,
            String singular,
            String plural,
            String area,
            List<OperationShown> operations,
            Map<String, String> unsaid,
            Optional<String> follows,
            List<FieldShown> fields,
            Optional<String> explanation) {}

    /** An operation on records of a type; most need no explanation. */
    record OperationShown(String key, String name, Optional<String> explanation) {}

    record FieldShown(
            String key,
            String label,
            boolean guarded,
            List<String> classifications,
            Optional<String> explanation) {}

    /**
     * @param needs what must be held besides, in words
     */
    record FunctionShown(
            String key,
            String name,
            String area,
            List<String> levels,
            List<String> needs,
            Optional<String> explanation) {}

    /**
     * @param people how many hold it today, by a role or by itself
     * @param seats how many seats are in use of the pools that it takes one from, in words
     */
    record SetShown(SetPart element, int people, List<String> seats) {}

    /**
     * @param people how many hold it today
     * @param seats how many seats are in use of the pools that it takes one from, in words
     */
    record RoleShown(RolePart element, int people, List<String> seats) {}

    /**
     * Somebody who holds a role or a set.
     *
     * @param unitOrAccount the unit of staff, whom an external acts for
     * @param given what is held, with bounds and times
     * @param through how it comes to them
     * @param resting why it gives nothing now; empty where it does
     */
    record Holder(
            String key,
            String name,
            boolean external,
            @OneOf(PersonStatus.class) String status,
            String unitOrAccount,
            String given,
            String through,
            Optional<String> resting) {}

    /**
     * The privilege sets that somebody holds.
     *
     * @param bounds within which some of them are held, in words; so far only part of what they
     *     give counts
     */
    record HeldSets(List<String> sets, List<String> bounds) {}

    record HolderPage(List<Holder> holders, long total) {}

    /** From the holder with least to the holder with most. */
    record RangeShown(String type, String operation, long least, long most) {}

    /**
     * How many records the holders have.
     *
     * @param most whoever of them has most in all; empty where nobody does, or none may be told
     * @param people how many personas hold it
     * @param looked how many different accesses of theirs were looked at
     */
    record HolderRanges(Optional<Named> most, List<RangeShown> cells, int people, int looked) {}
}
