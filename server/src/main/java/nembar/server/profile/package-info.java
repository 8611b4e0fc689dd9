/** The page that everybody has of themselves. */
package nembar.server.profile;
