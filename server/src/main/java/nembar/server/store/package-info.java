/**
 * Nembar's own tables, by Hibernate: applications, the directory, and the elements of catalogue and
 * design. Start at {@link nembar.server.store.ModelStore}. What the published models are at this
 * moment is kept in {@code nembar.server.model}.
 */
package nembar.server.store;
