/**
 * What an application's database could be given so that lists of many records are quick
 * (docs/operating.md). Which indexes serve is worked out by {@link nembar.core.sql.IndexAdvice}.
 */
package nembar.server.advice;
