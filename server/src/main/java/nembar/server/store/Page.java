package nembar.server.store;

import java.util.List;

/** One page of a list and how much there is in all. */
public record Page<T>(List<T> items, long total) {}
