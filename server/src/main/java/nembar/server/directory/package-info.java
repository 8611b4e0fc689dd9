/** People, as far as whoever asks may view them. */
package nembar.server.directory;
