package nembar.server.people;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Account;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.server.history.Acts;
import nembar.server.http.Named;
import nembar.server.http.OneOf;
import nembar.server.invitations.AddressChanges.PendingAddress;
import nembar.server.invitations.EntryLinks.Invited;
import nembar.server.session.Sessions.Live;
import nembar.server.session.SignInLog;
import nembar.server.session.SignIns;

/**
 * A person, whole.
 *
 * @param version what they must still be when they are changed
 * @param source where they come from; empty for those entered by hand
 * @param owned fields that only the source changes
 * @param reports how many are directly below them in the reporting line
 * @param pendingAddress another address of theirs that waits before it counts
 * @param signInGuarded why whoever asks may not act on their sign-in; empty where they may
 */
record PersonSheet(
        String key,
        long version,
        @OneOf(PersonKind.class) String kind,
        String email,
        String givenName,
        String familyName,
        String name,
        @OneOf(PersonStatus.class) String status,
        String timeZone,
        List<WorksFor> accounts,
        Optional<Named> unit,
        Optional<Named> manager,
        List<AttributeValue> attributes,
        List<InTeam> teams,
        int reports,
        Optional<Named> source,
        Set<String> owned,
        List<Held> held,
        Optional<PendingAddress> pendingAddress,
        Optional<Invited> invitation,
        SignIns.State signIn,
        List<SignInLog.Try> tries,
        List<Live> sessions,
        List<Acts.Act> history,
        May may,
        String signInGuarded) {

    /**
     * @param state open, pending or ended
     */
    record WorksFor(String key, String name, @OneOf(Account.State.class) String state) {}

    /**
     * @param type text, number, date, yesNo or list
     * @param choices empty where anything of the type may stand
     * @param value as text; a list's values are separated by commas
     */
    record AttributeValue(
            String key, String label, String type, List<String> choices, String value) {}

    record InTeam(String key, String name, boolean lead, boolean byCondition) {}

    /**
     * One thing the person is given.
     *
     * @param account the account they have it for, where they have several
     * @param through how it comes to them
     * @param resting why it gives nothing now; empty where it does
     * @param mine whether it was given to this person alone, so that it can be taken back here
     */
    record Held(
            String application,
            String applicationName,
            String assignment,
            String what,
            String through,
            Optional<String> account,
            Optional<String> resting,
            boolean mine) {}

    /** What whoever asks may do with them. */
    record May(
            boolean change, boolean invite, boolean suspend, boolean reset, boolean lookThrough) {}
}
