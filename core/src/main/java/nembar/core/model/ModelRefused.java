package nembar.core.model;

import java.util.List;
import java.util.stream.Collectors;

/** A model that cannot be, with everything that is wrong with it. */
public final class ModelRefused extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient List<Problem> problems;

    public ModelRefused(List<Problem> problems) {
        super(
                problems.stream()
                        .map(problem -> problem.path() + ": " + problem.message())
                        .collect(Collectors.joining("; ")));
        this.problems = List.copyOf(problems);
    }

    public List<Problem> problems() {
        return problems;
    }
}
