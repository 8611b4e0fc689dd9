/**
 * The whole that is asked: one application's catalogue, the directory and the design, checked to
 * belong together. Start at {@link nembar.core.model.AccessModel}.
 */
package nembar.core.model;
