/** What people did to whom, in words. Begin with {@link nembar.server.acts.Acts}. */
package nembar.server.acts;
