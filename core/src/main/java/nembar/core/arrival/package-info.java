/**
 * People who are to come: rows that were pasted, dropped or typed, read and judged against the
 * directory. Begin with {@link nembar.core.arrival.ArrivalJudge}. Nothing is written here.
 */
package nembar.core.arrival;
