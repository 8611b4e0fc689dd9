/**
 * Nembar governs itself (docs/access-model.md, section 10): what the signed-in person may do in
 * Nembar is decided by the same engine, over the built-in application.
 */
package nembar.server.governance;
