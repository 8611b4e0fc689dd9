/** Teams: who is in them, who leads them, and messages to them. */
package nembar.server.teams;
