/**
 * What is printed: PDF (ISO 32000) in Nembar's own looks. What stands on it is said by whoever has
 * it printed.
 */
package nembar.server.paper;
