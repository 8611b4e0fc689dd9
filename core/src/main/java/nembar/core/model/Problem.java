package nembar.core.model;

/**
 * Something wrong with a model.
 *
 * @param path where, in the terms of a design document: {@code
 *     design.privilegeSets[run-voyages].privileges[2].reach}
 * @param message what is wrong and what to do
 */
public record Problem(String path, String message) {}
