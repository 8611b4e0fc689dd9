/**
 * The published models, in memory. Start at {@link nembar.server.model.Models}. How they are stored
 * is in {@code nembar.server.store}, how they are changed in {@code nembar.server.command}.
 */
package nembar.server.model;
