/**
 * How people come in: invitations, resets of passwords, requests to join. Begin with {@link
 * nembar.server.invitations.EntryLinks}.
 */
package nembar.server.invitations;
