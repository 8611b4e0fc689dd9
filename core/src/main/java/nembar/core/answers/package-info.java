/**
 * The answers (docs/access-model.md, section 6): who can, what differs, what a draft changes, what
 * would mend a no, whether expectations hold, and what is worth a look. Start at {@link
 * nembar.core.answers.Moment}, one published design at one instant. Sets of records stay symbols
 * until {@link nembar.core.answers.Counting} counts them, in one scan of each table.
 */
package nembar.core.answers;
