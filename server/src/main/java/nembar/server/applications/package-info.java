/** Applications by name, and their design documents out and in (docs/design-document.md). */
package nembar.server.applications;
