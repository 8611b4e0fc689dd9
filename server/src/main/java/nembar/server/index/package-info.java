/**
 * The record index of an application: which of its records are in which sets, as bitmaps in memory,
 * so that numbers that are only shown need no scan. What it says is as old as it tells; no decision
 * rests on it. Start at {@link nembar.server.index.RecordIndexes}.
 */
package nembar.server.index;
