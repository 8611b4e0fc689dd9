package nembar.server.provisioning;

import nembar.server.document.DesignDocument.PersonPart;
import nembar.server.document.DesignDocument.TeamPart;

/**
 * What a source changes of one person or team: exactly one of person, team and gone is there.
 *
 * @param person the person as they are to be
 * @param team the team as it is to be
 * @param gone key of a team that goes
 * @param version the version of it that was seen; null where none was
 * @param externalId what the source calls it; null for nothing
 * @param mark whether it counts as coming from the source from now on
 * @param invite whether the person is invited
 * @param words what is done, for the history
 */
public record Sourced(
        PersonPart person,
        TeamPart team,
        String gone,
        Long version,
        String externalId,
        boolean mark,
        boolean invite,
        String words) {
    public static Sourced person(PersonPart person, String externalId, String words) {
        return new Sourced(person, null, null, null, externalId, true, false, words);
    }

    public static Sourced team(TeamPart team, String externalId, String words) {
        return new Sourced(null, team, null, null, externalId, true, false, words);
    }

    public static Sourced gone(String team, String words) {
        return new Sourced(null, null, team, null, null, false, false, words);
    }

    public Sourced seen(Long other) {
        return new Sourced(person, team, gone, other, externalId, mark, invite, words);
    }

    public Sourced invited(boolean whether) {
        return new Sourced(person, team, gone, version, externalId, mark, whether, words);
    }

    /** This one, which does not come from the source any more. */
    public Sourced unmarked() {
        return new Sourced(person, team, gone, version, externalId, false, invite, words);
    }

    String kind() {
        return person != null ? "person" : "team";
    }

    String key() {
        if (person != null) {
            return person.key();
        }
        return team != null ? team.key() : gone;
    }
}
