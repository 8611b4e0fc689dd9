/**
 * Bringing people in: from what was pasted, dropped or typed to invitations sent. Begin with {@link
 * nembar.server.bringin.BringIn}; the rows are judged in {@code nembar.core.arrival}.
 */
package nembar.server.bringin;
