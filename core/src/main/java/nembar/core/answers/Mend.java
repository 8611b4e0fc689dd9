package nembar.core.answers;

import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Operation;
import nembar.core.draft.Change;

/**
 * Changes that would turn a no into a yes, or let a broken expectation hold, and what else they
 * would open and close (docs/access-model.md, sections 6 and 7).
 *
 * @param words what it does: "Share this record with Ben"
 * @param people keys of those who gain anything by it, the person asked about included
 * @param records how many records they gain in all, over people, types and operations
 * @param losing keys of those who lose anything by it
 * @param lost how many records they lose in all
 */
public record Mend(
        String words,
        List<Change> changes,
        Set<String> people,
        long records,
        Set<String> losing,
        long lost) {
    public Mend {
        changes = List.copyOf(changes);
        people = Collections.unmodifiableSet(new TreeSet<>(people));
        losing = Collections.unmodifiableSet(new TreeSet<>(losing));
    }

    /** The mend with its price, which is all that its changes lead to. */
    static Mend measured(String words, List<Change> changes, Impact impact, Counting counting) {
        Set<String> people = new TreeSet<>();
        Set<String> losing = new TreeSet<>();
        long records = 0;
        long lost = 0;
        for (Impact.Line line : impact.counted(counting, 0)) {
            String person = line.persona().person().key();
            if (line.gained().told() > 0) {
                people.add(person);
            }
            if (line.lost().told() > 0) {
                losing.add(person);
            }
            if (line.field().isEmpty() && !line.operation().equals(Operation.CREATE)) {
                records += line.gained().told();
                lost += line.lost().told();
            }
        }
        return new Mend(words, changes, people, records, losing, lost);
    }

    /** This mend, with somebody added to those who gain by it. */
    Mend with(String person) {
        Set<String> all = new TreeSet<>(people);
        all.add(person);
        return new Mend(words, changes, all, records, losing, lost);
    }
}
