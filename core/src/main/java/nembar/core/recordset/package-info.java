/**
 * Sets of records as symbols: the one form that the decision in memory, the SQL that counts and
 * lists, and the words all read. Start at {@link nembar.core.recordset.RecordSet}. Which set a
 * person has is worked out in {@code nembar.core.decision}; its SQL in {@code nembar.core.sql}.
 */
package nembar.core.recordset;
