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
    private static final WhatCanPart NOTHING =
            new WhatCanPart(
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty());

    static WhatCanPart of(WhatCan outline) {
        return new WhatCanPart(
                Optional.of(outline), NOTHING.row, NOTHING.totals, NOTHING.asOf, NOTHING.away);
    }

    static WhatCanPart of(WhatCan.TypeRow row) {
        return new WhatCanPart(
                NOTHING.outline, Optional.of(row), NOTHING.totals, NOTHING.asOf, NOTHING.away);
    }

    static WhatCanPart of(WhatCan.Totals totals, Optional<Instant> asOf) {
        return new WhatCanPart(
                NOTHING.outline, NOTHING.row, Optional.of(totals), asOf, NOTHING.away);
    }

    static WhatCanPart away(String why) {
        return new WhatCanPart(
                NOTHING.outline, NOTHING.row, NOTHING.totals, NOTHING.asOf, Optional.of(why));
    }
}
