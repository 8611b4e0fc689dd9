package nembar.server.store;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Places of elements in a list, as numbers between those of their neighbours. */
final class Positions {
    private Positions() {}

    /**
     * Places for the elements that are put, so that the others keep theirs.
     *
     * @param known the places there are, by key
     * @param order keys in the order wanted
     * @param put keys of the elements that are new or may move
     * @return places of those put; empty where two neighbours leave no room between them
     */
    static Optional<Map<String, Double>> of(
            Map<String, Double> known, List<String> order, Set<String> put) {
        Map<String, Double> places = new HashMap<>();
        double last = Double.NEGATIVE_INFINITY;
        double[] following = following(known, order, put);
        for (int i = 0; i < order.size(); i++) {
            String key = order.get(i);
            double next = following[i];
            double place = known.getOrDefault(key, Double.NaN);
            if (put.contains(key)) {
                if (!(place > last && place < next)) {
                    place = between(last, next);
                }
                if (!(place > last && place < next)) {
                    return Optional.empty();
                }
                places.put(key, place);
            }
            last = place;
        }
        return Optional.of(places);
    }

    private static double between(double last, double next) {
        if (Double.isInfinite(next)) {
            return Double.isInfinite(last) ? 1 : Math.floor(last) + 1;
        }
        return Double.isInfinite(last) ? next - 1 : (last + next) / 2;
    }

    /** For each in the order, the place of the next that keeps its own. */
    private static double[] following(
            Map<String, Double> known, List<String> order, Set<String> put) {
        double[] following = new double[order.size()];
        double next = Double.POSITIVE_INFINITY;
        for (int i = order.size() - 1; i >= 0; i--) {
            following[i] = next;
            if (!put.contains(order.get(i))) {
                next = known.get(order.get(i));
            }
        }
        return following;
    }
}
