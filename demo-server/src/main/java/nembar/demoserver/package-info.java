/**
 * The demo: the server with a world to try it on, sign-ins and a token that everybody knows, and a
 * mail server of its own. Nothing of the product depends on it.
 */
package nembar.demoserver;
