/**
 * What the bench is drawn from: the catalogue, the roles and privilege sets with those who hold
 * them, and the elements that are sentences ({@link nembar.server.bench.Drawers}). Drafts, in which
 * they are edited, are in {@code nembar.server.drafts}.
 */
package nembar.server.bench;
