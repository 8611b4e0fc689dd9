/**
 * Where a catalogue and the database that it speaks of have come apart, and what would bring them
 * together again (docs/catalogue.md).
 */
package nembar.core.drift;
