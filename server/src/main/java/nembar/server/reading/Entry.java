package nembar.server.reading;

import java.util.Map;

/**
 * Somebody, as a source has them.
 *
 * @param id what the source knows them by
 * @param values by field of a person; what has no value is left out
 */
record Entry(String id, Map<String, String> values) {}
