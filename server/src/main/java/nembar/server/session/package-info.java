/**
 * Signing in and out, and who is signed in. Start at {@link nembar.server.session.SignIns}. What
 * the signed-in person may do is decided in {@code nembar.server.governance}.
 */
package nembar.server.session;
