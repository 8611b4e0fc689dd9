/**
 * Changing a design (docs/access-model.md, section 8): typed changes, applied with validation,
 * undone exactly, and found between two designs. Start at {@link nembar.core.draft.Changes}. What a
 * draft would change for people is worked out in {@code nembar.core.answers}; whether somebody may
 * publish it in {@code nembar.core.governance}.
 */
package nembar.core.draft;
