package nembar.core.design;

import java.time.Instant;
import java.util.Optional;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * Opens one record to an audience (docs/access-model.md, section 3).
 *
 * @param record the record's key
 * @param until first instant at which it gives nothing any more; empty for ever
 * @param givenBy key of the person who gave it
 */
public record DirectShare(
        String key,
        String recordType,
        String record,
        Audience audience,
        Opening opening,
        Optional<Instant> until,
        String reason,
        Optional<String> givenBy)
        implements Element {
    /** This share for another audience. */
    public DirectShare withAudience(Audience other) {
        return new DirectShare(key, recordType, record, other, opening, until, reason, givenBy);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.DIRECT_SHARE;
    }

    public Times times() {
        return Times.between(Optional.empty(), until);
    }
}
