/**
 * Access reviews (docs/reviews.md; docs/access-model.md, section 11): begun over a scope, put to
 * reviewers right by right, answered, closed into a draft, and sealed as a document whose digest
 * can be checked. Which rights there are, who is asked and what answers come to is the core's
 * ({@code nembar.core.review}). Start at {@link nembar.server.reviews.Reviews}.
 */
package nembar.server.reviews;
