/** Sets an installation up: Nembar's own application, and whatever else it is to begin with. */
package nembar.server.setup;
