package nembar.server.ask;

import java.util.Optional;

/**
 * A part of the answer to "What can [person] do in [application]?", as it comes: the outline first,
 * then each record type once it is counted, then the totals.
 *
 * @param outline the whole answer without numbers
 * @param row a record type with its numbers
 * @param totals sums over all record types; the last part
 * @param away why the rest is not counted; the last part then
 */
public record WhatCanPart(
        Optional<WhatCan> outline,
        Optional<WhatCan.TypeRow> row,
        Optional<WhatCan.Totals> totals,
        Optional<String> away) {
    static WhatCanPart of(WhatCan outline) {
        return new WhatCanPart(
                Optional.of(outline), Optional.empty(), Optional.empty(), Optional.empty());
    }

    static WhatCanPart of(WhatCan.TypeRow row) {
        return new WhatCanPart(
                Optional.empty(), Optional.of(row), Optional.empty(), Optional.empty());
    }

    static WhatCanPart of(WhatCan.Totals totals) {
        return new WhatCanPart(
                Optional.empty(), Optional.empty(), Optional.of(totals), Optional.empty());
    }

    static WhatCanPart away(String why) {
        return new WhatCanPart(
                Optional.empty(), Optional.empty(), Optional.empty(), Optional.of(why));
    }
}
