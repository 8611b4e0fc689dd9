/**
 * The decision (docs/access-model.md, section 4): what a person may do, by which routes, what cuts
 * it, and what is missing for a no. Start at {@link nembar.core.decision.PersonAccess}, which reads
 * in the order of that section. Sets of records stay symbols here; counting them is not done here.
 */
package nembar.core.decision;
