package nembar.core.draft;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.element.Element;
import nembar.core.element.Elements;

/**
 * A change of a draft, and who wrote it (docs/access-model.md, section 8).
 *
 * @param writer key of the person
 */
public record Written(Change change, String writer) {

    /**
     * One outcome by fewer changes: of those that one writer made to one element, one after the
     * other, the last stands for all; what comes back to where it is published is no change. Each
     * writer of an element that another wrote after them stays named.
     *
     * @param published what the changes are made to
     */
    public static List<Written> compacted(Elements published, List<Written> all) {
        Map<Change.Remove, List<Written>> chains = new LinkedHashMap<>();
        for (Written one : all) {
            Change.Remove of = new Change.Remove(one.change.kind(), one.change.key());
            List<Written> chain = chains.computeIfAbsent(of, any -> new ArrayList<>());
            if (!chain.isEmpty() && chain.get(chain.size() - 1).writer.equals(one.writer)) {
                Written before = chain.remove(chain.size() - 1);
                chain.add(new Written(placed(before.change, one.change), one.writer));
            } else {
                chain.add(one);
            }
        }
        List<Written> compacted = new ArrayList<>();
        chains.forEach(
                (of, chain) -> {
                    Optional<Element> was = published.element(of.kind(), of.key());
                    if (!was.equals(outcome(chain))) {
                        compacted.addAll(removable(was.isPresent(), chain));
                    }
                });
        return compacted;
    }

    private static Optional<Element> outcome(List<Written> chain) {
        return chain.get(chain.size() - 1).change instanceof Change.Put put
                ? Optional.of(put.element())
                : Optional.empty();
    }

    /** Where an element was put is kept when it is put again without a place. */
    private static Change placed(Change before, Change next) {
        return next instanceof Change.Put put
                        && put.at().isEmpty()
                        && before instanceof Change.Put earlier
                ? new Change.Put(put.element(), earlier.at())
                : next;
    }

    /** A removal stands only where there is something to remove. */
    private static List<Written> removable(boolean there, List<Written> chain) {
        List<Written> left = new ArrayList<>();
        boolean now = there;
        for (Written one : chain) {
            boolean put = one.change instanceof Change.Put;
            if (put || now) {
                left.add(one);
                now = put;
            }
        }
        return left;
    }
}
