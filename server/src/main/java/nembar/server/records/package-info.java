/**
 * The governed applications' own records, read where they lie. Start at {@link
 * nembar.server.records.Records}. The SQL is made in {@code nembar.core.sql}; nothing here writes.
 */
package nembar.server.records;
