/**
 * The packaged application in a real browser, with the demo world. Start at {@link
 * nembar.e2e.AskTest}; {@link nembar.e2e.Stage} starts everything.
 */
package nembar.e2e;
