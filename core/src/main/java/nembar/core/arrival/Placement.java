package nembar.core.arrival;

/**
 * Where people are to sit whose row does not say; every text may be empty.
 *
 * @param kind staff, external or service
 * @param account key of an account, or the name of one to be made
 * @param unit key
 * @param manager key
 * @param team key
 */
public record Placement(
        String kind, String account, String unit, String manager, String team, String timeZone) {
    public static final Placement NOWHERE = new Placement("", "", "", "", "", "");

    public Placement {
        kind = kind == null ? "" : kind;
        account = account == null ? "" : account.strip();
        unit = unit == null ? "" : unit;
        manager = manager == null ? "" : manager;
        team = team == null ? "" : team;
        timeZone = timeZone == null ? "" : timeZone;
    }
}
