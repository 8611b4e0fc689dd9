package nembar.server.mail;

/** Makes the address that goes into a message as it leaves, so that none is kept. */
public interface LinkIssuer {
    /**
     * A new address for the link; those made before it lead nowhere from now on.
     *
     * @param link id of the link
     */
    String address(String link);
}
