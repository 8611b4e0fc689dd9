/**
 * What the bench is drawn from: the catalogue, and the roles and privilege sets with those who hold
 * them. Drafts, in which they are edited, are in {@code nembar.server.drafts}.
 */
package nembar.server.bench;
