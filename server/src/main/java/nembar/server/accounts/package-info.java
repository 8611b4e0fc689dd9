/**
 * Accounts: what decides about access (tags, pending, end) and what does not (domains, seats).
 * Begin with {@link nembar.server.accounts.Accounts}.
 */
package nembar.server.accounts;
