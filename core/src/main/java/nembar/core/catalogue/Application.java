package nembar.core.catalogue;

import java.time.ZoneId;

/** A governed business application (docs/access-model.md, section 1). */
public record Application(String key, String name, ZoneId zone) {}
