/**
 * Changes of everything that decides about access, as values (docs/changes.md): what one command
 * changes ({@link nembar.core.command.ChangeSet}), everything published at one edition ({@link
 * nembar.core.command.Snapshot}), and the permissions that a change takes ({@link
 * nembar.core.command.Needs}). Whether a change may be made at all is judged by {@code
 * nembar.core.governance}; carrying it out is the server's.
 */
package nembar.core.command;
