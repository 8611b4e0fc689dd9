package nembar.core.review;

import nembar.core.element.ElementKind;

/**
 * Something that one person holds by one element of the design.
 *
 * @param person key of whoever holds it; of a delegation, the delegate
 * @param kind assignment, sharing rule, direct share or delegation
 * @param element its key
 */
public record Right(String person, ElementKind kind, String element) {}
