/**
 * Conditions on records and people in the Common Query Language 2 (docs/access-model.md, section
 * 5): read, written, checked, evaluated and put into words. Start at {@link
 * nembar.core.condition.Condition}. Knows nothing of catalogues or people: names and their types
 * come in by {@link nembar.core.condition.Scope}, a person's values by {@link
 * nembar.core.condition.Binding}. The SQL form is in {@code nembar.core.sql}.
 */
package nembar.core.condition;
