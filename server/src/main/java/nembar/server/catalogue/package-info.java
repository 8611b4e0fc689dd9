/**
 * The Catalogue over HTTP: applications are added, their databases connected, and record types
 * taken from what is proposed for their tables (docs/catalogue.md).
 */
package nembar.server.catalogue;
