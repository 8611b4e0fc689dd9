package nembar.core.design;

import java.util.Optional;
import nembar.core.catalogue.RecordType;

/**
 * Which records a privilege covers, seen from the person who holds it (docs/access-model.md,
 * section 3), from the narrowest to the widest.
 */
public enum Reach {
    NONE("nothing"),
    OWN("own"),
    REPORTS("own reports"),
    TEAM("own teams"),
    UNIT("own unit"),
    BRANCH("own branch"),
    ACCOUNT("own account"),
    ALL("all");

    private final String words;

    Reach(String words) {
        this.words = words;
    }

    /** How many of the seven notches of a reach rail it fills. */
    public int notches() {
        return ordinal();
    }

    /** How the reach is said behind a kind of record: "view cargo lots, own branch". */
    public String words() {
        return words;
    }

    /** Why the record type cannot express this reach; empty when it can. */
    public Optional<String> unsaidOn(RecordType type) {
        RecordType.Places places = type.places();
        boolean owner = places.owner().isPresent();
        return switch (this) {
            case NONE, ALL -> Optional.empty();
            case OWN, REPORTS -> lacking(owner, type, "an owner field");
            case TEAM ->
                    lacking(owner || places.team().isPresent(), type, "a team or an owner field");
            case UNIT, BRANCH ->
                    lacking(owner || places.unit().isPresent(), type, "a unit or an owner field");
            case ACCOUNT -> lacking(places.account().isPresent(), type, "an account field");
        };
    }

    /**
     * Whether it counts for externals on this record type: without an account field to keep them in
     * by, only what is their own does.
     */
    public boolean countsForExternalsOn(RecordType type) {
        return switch (this) {
            case OWN -> true;
            case NONE, REPORTS, TEAM, UNIT, BRANCH, ACCOUNT, ALL ->
                    type.places().account().isPresent();
        };
    }

    /** Whether it covers other records for each person, even among people in the same place. */
    public boolean personal() {
        return switch (this) {
            case OWN, REPORTS -> true;
            case NONE, TEAM, UNIT, BRANCH, ACCOUNT, ALL -> false;
        };
    }

    /** Whether whatever is in this reach is in the wider one, wherever its holder stands. */
    public boolean within(Reach wider) {
        return wider == this
                || wider == ALL
                || switch (this) {
                    case NONE -> true;
                    case OWN -> wider == REPORTS;
                    case UNIT -> wider == BRANCH;
                    case REPORTS, TEAM, BRANCH, ACCOUNT, ALL -> false;
                };
    }

    private Optional<String> lacking(boolean there, RecordType type, String what) {
        return there
                ? Optional.empty()
                : Optional.of(type.singular() + " has no field to tell it by: it needs " + what);
    }
}
