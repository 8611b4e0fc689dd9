/**
 * Small matters of wording that several parts of the core share: the nearest known name to a
 * mistyped one, and lists in plain English. Nothing here knows the access model.
 */
package nembar.core.text;
