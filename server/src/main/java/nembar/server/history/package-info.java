/** What people did to whom, in words. Begin with {@link nembar.server.history.Acts}. */
package nembar.server.history;
