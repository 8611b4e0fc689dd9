/**
 * Requests of all kinds, valid and broken, made from the OpenAPI document: nothing they hold may
 * break the server. Begin with {@link nembar.server.fuzz.FuzzTest}.
 */
package nembar.server.fuzz;
