/**
 * What waits for somebody's word, shown to those concerned and done, in its author's name, when
 * they agree.
 */
package nembar.server.agreeing;
