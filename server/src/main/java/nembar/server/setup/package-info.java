/** Sets an installation up: Nembar's own application always, the demo world when asked to. */
package nembar.server.setup;
