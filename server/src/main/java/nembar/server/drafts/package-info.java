/**
 * Drafts and publications (docs/access-model.md, section 8): made, edited, evaluated, approved,
 * published, undone. How a design takes effect is in {@code nembar.server.model}.
 */
package nembar.server.drafts;
