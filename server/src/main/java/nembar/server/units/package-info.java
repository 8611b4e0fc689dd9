/** The tree of units, and what rearranging it would change. */
package nembar.server.units;
