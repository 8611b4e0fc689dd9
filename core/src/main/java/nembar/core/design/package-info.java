/**
 * The design: privilege sets, roles, assignments and filters, as data (docs/access-model.md,
 * section 3). Start at {@link nembar.core.design.Design}. What follows from a design is worked out
 * in {@code nembar.core.decision}.
 */
package nembar.core.design;
