/**
 * The Desk: what needs a person today, gathered from whatever has something to say, and what people
 * have decided of it (docs/desk.md).
 */
package nembar.server.desk;
