/**
 * Answers in plain words: a route as a chain of steps, a filter, what is missing. Start at {@link
 * nembar.core.words.Telling}. Nothing is decided here.
 */
package nembar.core.words;
