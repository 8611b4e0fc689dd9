/**
 * What a database says of its tables, and the catalogue that is proposed from it
 * (docs/catalogue.md). Start at {@link nembar.core.schema.Proposal}. Nothing here reads a database.
 */
package nembar.core.schema;
