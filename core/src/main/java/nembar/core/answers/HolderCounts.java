package nembar.core.answers;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;

/**
 * How many records those who hold something have, from the one with least to the one with most
 * (docs/access-model.md, section 6).
 *
 * @param most who has most records in all; empty where nobody holds it, or nothing may be told
 * @param cells what each operation on each type amounts to; without those that may not be told
 * @param looked how many personas were looked at: all of them, or as many as are asked for at most
 */
public record HolderCounts(Optional<Persona> most, List<OfCell> cells, int looked) {

    /**
     * From the holder with least to the holder with most; at creating there is nothing to count.
     */
    public record OfCell(RecordType type, Operation operation, long least, long most) {}

    /**
     * Counts for these holders, one scan of each record type.
     *
     * @param atMost how many different accesses are looked at; of more, evenly chosen ones
     */
    public static HolderCounts of(
            Moment moment, List<Persona> holders, Counting counting, int atMost) {
        List<Persona> looked = evenly(different(moment, holders), atMost);
        if (looked.isEmpty()) {
            return new HolderCounts(Optional.empty(), List.of(), 0);
        }
        List<OfCell> cells = new ArrayList<>();
        long[] all = new long[looked.size()];
        boolean told = false;
        for (RecordType type : moment.model().catalogue().recordTypes()) {
            Map<Operation, List<RecordSet>> sets = sets(moment, type, looked);
            Set<RecordSet> asked = new HashSet<>();
            sets.values().forEach(asked::addAll);
            Map<RecordSet, Long> counts = counting.count(type, asked);
            for (Map.Entry<Operation, List<RecordSet>> of : sets.entrySet()) {
                List<Long> numbers = of.getValue().stream().map(counts::get).toList();
                if (numbers.contains(Counting.WITHHELD)) {
                    continue;
                }
                told = true;
                for (int i = 0; i < all.length; i++) {
                    all[i] += numbers.get(i);
                }
                cells.add(
                        new OfCell(
                                type,
                                of.getKey(),
                                numbers.stream().mapToLong(one -> one).min().orElse(0),
                                numbers.stream().mapToLong(one -> one).max().orElse(0)));
            }
        }
        int most = 0;
        for (int i = 1; i < all.length; i++) {
            most = all[i] > all[most] ? i : most;
        }
        return new HolderCounts(
                told ? Optional.of(looked.get(most)) : Optional.empty(), cells, looked.size());
    }

    private static Map<Operation, List<RecordSet>> sets(
            Moment moment, RecordType type, List<Persona> looked) {
        Map<Operation, List<RecordSet>> sets = new LinkedHashMap<>();
        for (Operation operation : type.operations()) {
            if (!operation.equals(Operation.CREATE)) {
                sets.put(
                        operation,
                        looked.stream()
                                .map(persona -> moment.access(persona).records(type, operation))
                                .toList());
            }
        }
        return sets;
    }

    /** One persona for all that have the very same. */
    private static List<Persona> different(Moment moment, List<Persona> holders) {
        Map<Integer, Boolean> alike = new HashMap<>();
        Set<Integer> seen = new HashSet<>();
        Set<Integer> personas = new HashSet<>();
        List<Persona> different = new ArrayList<>();
        for (Persona persona : holders) {
            int number = moment.classOf(persona);
            boolean one = alike.computeIfAbsent(number, any -> moment.alike(persona));
            if (one ? seen.add(number) : personas.add(persona.number())) {
                different.add(persona);
            }
        }
        return different;
    }

    private static List<Persona> evenly(List<Persona> personas, int atMost) {
        if (personas.size() <= atMost) {
            return personas;
        }
        List<Persona> some = new ArrayList<>();
        for (int i = 0; i < atMost; i++) {
            some.add(personas.get((int) ((long) i * personas.size() / atMost)));
        }
        return some;
    }
}
