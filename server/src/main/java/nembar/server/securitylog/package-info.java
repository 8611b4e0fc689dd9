/** What whoever watches over an installation wants to know, as lines of JSON (docs/security.md). */
package nembar.server.securitylog;
