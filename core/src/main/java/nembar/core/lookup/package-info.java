/**
 * What an application's own values lead to in the directory (docs/access-model.md, section 1).
 * Start at {@link nembar.core.lookup.Lookups}. Nothing here reads a database.
 */
package nembar.core.lookup;
