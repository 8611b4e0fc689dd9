package nembar.core.findings;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;

/** Looks a whole design over for what is worth a look (docs/access-model.md, section 9). */
public final class Findings {
    private Findings() {}

    /** All findings; every count it takes is one scan of a record type for many sets. */
    public static List<Finding> of(Moment moment, Counting counting, Activity activity) {
        List<Finding> found = new ArrayList<>();
        List.of(
                        new PeopleFinder(moment, activity),
                        new AssignmentFinder(moment),
                        new EndingFinder(moment),
                        new RoleFinder(moment),
                        new ConditionFinder(moment),
                        new ShareFinder(moment, counting),
                        new ConflictFinder(moment),
                        new ExternalFinder(moment, counting),
                        new ExpectationFinder(moment, counting),
                        new SeatFinder(moment, activity),
                        new UseFinder(moment, activity))
                .forEach(finder -> found.addAll(finder.found()));
        return found;
    }

    /** What the one has and the other has not: of the same kind, about the same. */
    public static List<Finding> less(List<Finding> some, List<Finding> others) {
        Set<List<Object>> known = new HashSet<>();
        others.forEach(one -> known.add(List.of(one.kind(), one.concerns())));
        return some.stream()
                .filter(one -> !known.contains(List.<Object>of(one.kind(), one.concerns())))
                .toList();
    }
}
