/**
 * The gate through which every change of access goes (docs/changes.md): commands, their judgement,
 * their preview and their execution. Begin with {@link nembar.server.command.Gate}. Who may give
 * their approval to a command, and how it waits for that, is in {@code nembar.server.approval}.
 */
package nembar.server.command;
