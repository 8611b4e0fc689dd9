/**
 * The published models, in memory, and the one way to change them as a whole: a design document.
 * Start at {@link nembar.server.model.Models}. How they are stored is in {@code
 * nembar.server.store}.
 */
package nembar.server.model;
