/**
 * Where people and teams come from other than by hand, and what those sources own. Begin with
 * {@link nembar.server.sources.Sources}.
 */
package nembar.server.sources;
