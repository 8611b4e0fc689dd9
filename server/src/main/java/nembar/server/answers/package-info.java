/**
 * Answers about a whole design (docs/access-model.md, sections 6, 7 and 9): who can, what differs,
 * what would mend a no, whether expectations hold, findings; and the check of a condition.
 * Questions about one person's access are in {@code nembar.server.ask}.
 */
package nembar.server.answers;
