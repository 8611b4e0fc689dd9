/**
 * Organisations: what decides about access (tags, pending, end) and what does not (domains, seats).
 * Begin with {@link nembar.server.organisations.Organisations}.
 */
package nembar.server.organisations;
