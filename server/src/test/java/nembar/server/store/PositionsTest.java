package nembar.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Whatever is put goes between its neighbours, and these keep their places. */
class PositionsTest {
    private static final Map<String, Double> KNOWN = Map.of("a", 1.0, "b", 2.0, "c", 3.0);

    @Test
    void whatComesAtTheEndIsAfterTheLast() {
        assertThat(Positions.of(KNOWN, List.of("a", "b", "c", "d", "e"), Set.of("d", "e")))
                .contains(Map.of("d", 4.0, "e", 5.0));
        assertThat(Positions.of(Map.of(), List.of("a", "b"), Set.of("a", "b")))
                .contains(Map.of("a", 1.0, "b", 2.0));
    }

    @Test
    void whatComesBetweenIsBetween() {
        assertThat(Positions.of(KNOWN, List.of("a", "d", "b", "c"), Set.of("d")))
                .contains(Map.of("d", 1.5));
        assertThat(Positions.of(KNOWN, List.of("d", "a", "b", "c"), Set.of("d")))
                .contains(Map.of("d", 0.0));
    }

    @Test
    void whatIsPutWhereItWasKeepsItsPlace() {
        assertThat(Positions.of(KNOWN, List.of("a", "b", "c"), Set.of("b")))
                .contains(Map.of("b", 2.0));
        assertThat(Positions.of(KNOWN, List.of("a", "b", "c"), Set.of())).contains(Map.of());
    }

    @Test
    void whereThereIsNoRoomNothingIsSaid() {
        Map<String, Double> close = Map.of("a", 1.0, "b", Math.nextUp(1.0));
        assertThat(Positions.of(close, List.of("a", "c", "b"), Set.of("c"))).isEmpty();
    }

    @Test
    void anyOrderComesOut() {
        for (long seed = 0; seed < 500; seed++) {
            Random random = new Random(seed);
            Map<String, Double> known = new HashMap<>();
            List<String> order = new ArrayList<>();
            for (int i = 0; i < 12; i++) {
                order.add("k" + i);
                if (random.nextInt(4) > 0) {
                    known.put("k" + i, (double) i);
                }
            }
            Set<String> put = new HashSet<>(order);
            put.removeAll(known.keySet());
            List<String> moving = new ArrayList<>(order);
            Collections.shuffle(moving, random);
            put.addAll(moving.subList(0, 4));
            List<String> wanted = new ArrayList<>(order);
            wanted.removeAll(put);
            put.forEach(key -> wanted.add(random.nextInt(wanted.size() + 1), key));
            Optional<Map<String, Double>> places = Positions.of(known, wanted, put);
            Map<String, Double> all = new HashMap<>(known);
            all.putAll(places.orElseThrow());
            assertThat(wanted.stream().map(all::get).toList())
                    .as("seed " + seed)
                    .isSorted()
                    .doesNotHaveDuplicates();
        }
    }
}
