/**
 * Access reviews (docs/access-model.md, section 11): which rights people hold, who is asked about
 * each, what their peers hold, and what the answers come to as changes of the design. Who answers
 * what, and when, is the server's. Start at {@link nembar.core.review.Rights}.
 */
package nembar.core.review;
