/**
 * How people come in: invitations, resets of passwords, requests to join. Begin with {@link
 * nembar.server.entry.EntryLinks}.
 */
package nembar.server.entry;
