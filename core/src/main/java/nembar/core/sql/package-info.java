/**
 * Sets of records as SQL for PostgreSQL: text with bound parameters, never a value in the text.
 * Start at {@link nembar.core.sql.TableScan}. Nothing here opens a connection.
 */
package nembar.core.sql;
