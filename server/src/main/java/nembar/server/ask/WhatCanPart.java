package nembar.server.ask;

import java.time.Instant;
import java.util.Optional;

/**
 * A part of the answer to "What can [person] do in [application]?", as it comes: the outline first,
 * then each record type once it is counted, then the totals.
 *
 * @param outline the whole answer without numbers
 * @param row a record type with its numbers
 * @param totals sums over all record types; the last part
 * @param asOf with the totals, the instant that the oldest of the numbers are of
 * @param away why the rest is not counted; the last part then
 */
public record WhatCanPart(
        Optional<WhatCan> outline,
        Optional<WhatCan.TypeRow> row,
        Optional<WhatCan.Totals> totals,
        Optional<Instant> asOf,
        Optional<String> away) {
    static WhatCanPart of(WhatCan outline) {
        return part(outline, null, null, Optional.empty(), null);
    }

    static WhatCanPart of(WhatCan.TypeRow row) {
        return part(null, row, null, Optional.empty(), null);
    }

    static WhatCanPart of(WhatCan.Totals totals, Optional<Instant> asOf) {
        return part(null, null, totals, asOf, null);
    }

    static WhatCanPart away(String why) {
        return part(null, null, null, Optional.empty(), why);
    }

    /** Of what is null there is nothing. */
    private static WhatCanPart part(
            WhatCan outline,
            WhatCan.TypeRow row,
            WhatCan.Totals totals,
            Optional<Instant> asOf,
            String away) {
        return new WhatCanPart(
                Optional.ofNullable(outline),
                Optional.ofNullable(row),
                Optional.ofNullable(totals),
                asOf,
                Optional.ofNullable(away));
    }
}
