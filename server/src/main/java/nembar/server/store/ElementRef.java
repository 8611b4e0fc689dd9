package nembar.server.store;

/**
 * Something in the directory by kind and key.
 *
 * @param kind person, team, unit or account
 */
public record ElementRef(String kind, String key) {}
