/**
 * How Nembar reaches the databases of the applications: what is set for each, trying it, and what
 * such a database says of its tables (docs/catalogue.md). Records are read in {@code records}.
 */
package nembar.server.connections;
