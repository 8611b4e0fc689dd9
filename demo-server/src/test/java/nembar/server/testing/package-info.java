/** What tests share: a private PostgreSQL cluster, the running application, and a client for it. */
package nembar.server.testing;
