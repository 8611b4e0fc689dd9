/**
 * The server: Nembar's tables, its API, sign-in and protocols around the core. A package is a
 * feature, with its controller, service and rows side by side. Start at {@link
 * nembar.server.NembarServer}.
 */
package nembar.server;
