/**
 * What changes of an application are made of: elements of its catalogue and of its design, by kind
 * and key (docs/access-model.md, sections 1, 3 and 8).
 */
package nembar.core.element;
