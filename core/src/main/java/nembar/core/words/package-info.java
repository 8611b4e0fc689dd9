/**
 * Answers in plain words: a route as a chain of steps, a filter, what is missing; an element of a
 * design as a sentence. Start at {@link nembar.core.words.Telling} and {@link
 * nembar.core.words.Sentences}. Nothing is decided here.
 */
package nembar.core.words;
