/**
 * What is governed: applications, areas, record types with their fields and operations, and
 * functions (docs/access-model.md, section 1). Start at {@link nembar.core.catalogue.Catalogue}.
 * Nothing here says who may do what.
 */
package nembar.core.catalogue;
