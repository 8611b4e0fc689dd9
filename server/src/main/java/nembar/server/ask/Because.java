package nembar.server.ask;

import java.util.List;
import java.util.Optional;

/**
 * Why an answer is as it is.
 *
 * @param yes whether they may at all: on some record, to see something, at some level
 * @param title the answer as a sentence
 * @param summary how many routes give and how many filters cut
 * @param missing for a no, what alone stands between the person and a yes
 * @param list whether the records meant can be listed by whoever asks
 * @param listRefusal why not, where they cannot
 */
record Because(
        boolean yes,
        String title,
        String summary,
        List<RouteShown> routes,
        List<CutShown> cuts,
        List<String> missing,
        boolean list,
        Optional<String> listRefusal) {

    /**
     * @param records how many records the route grants, before filters; empty for one record
     * @param alreadyAbove how many of them the routes above it grant too
     * @param see another cell that this route rests on
     */
    record RouteShown(
            List<StepShown> steps,
            Optional<Long> records,
            long alreadyAbove,
            Optional<CellName> see) {}

    record StepShown(String kind, String lead, String name, String detail) {}

    record CellName(String type, String operation, String label) {}

    /**
     * @param takes how many granted records the filter takes away; empty for one record
     * @param binds whether it takes anything away here
     */
    record CutShown(String name, String words, Optional<Long> takes, boolean binds) {}
}
