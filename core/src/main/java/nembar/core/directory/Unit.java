package nembar.core.directory;

import java.util.Optional;

/** A part of the company; units form a tree (docs/access-model.md, section 2). */
public record Unit(String key, String name, Optional<String> parent) {}
