/**
 * What people have used of what they may do (docs/access-model.md, section 12). How it is counted
 * is the server's. Start at {@link nembar.core.use.Use}.
 */
package nembar.core.use;
