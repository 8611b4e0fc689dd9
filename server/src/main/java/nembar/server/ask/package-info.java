/**
 * Ask: what somebody can do, because of what, and the records themselves. Start at {@link
 * nembar.server.ask.AskController}. Answers are worked out by the core; here they are counted and
 * put into the shapes the interface shows.
 */
package nembar.server.ask;
