package nembar.server.desk;

import java.util.List;
import java.util.Optional;
import nembar.core.draft.Change;
import nembar.core.text.Words;

/**
 * Something that needs a person.
 *
 * @param about tells it from others of its kind in the application; stays the same while it stands
 * @param application key; empty for what is not about one
 * @param sentence what is so
 * @param why what is known besides, in a sentence; may be empty
 * @param subjects what it is about
 * @param records how many it is about, as far as that is known; else 0
 * @param mend changes that would mend it; empty where there are none
 */
public record DeskItem(
        DeskKind kind,
        String about,
        Optional<String> application,
        String sentence,
        String why,
        List<Subject> subjects,
        long records,
        List<Change> mend) {
    /**
     * What an item is about.
     *
     * @param what the kind of thing: person, account, role, request, draft ...
     */
    public record Subject(String what, String key) {
        public static final String PERSON = "person";
    }

    public DeskItem {
        subjects = List.copyOf(subjects);
        mend = List.copyOf(mend);
    }

    /** One without records, and without a mend. */
    public static DeskItem of(
            DeskKind kind,
            Optional<String> application,
            Subject subject,
            String sentence,
            String why) {
        return new DeskItem(
                kind, subject.key(), application, sentence, why, List.of(subject), 0, List.of());
    }

    /** What it is known by, as long as it stands. */
    public String id() {
        return Words.of(kind) + "/" + application.orElse("") + "/" + about;
    }

    /** The keys of the people it is about. */
    public List<String> people() {
        return subjects.stream()
                .filter(one -> one.what().equals(Subject.PERSON))
                .map(Subject::key)
                .distinct()
                .toList();
    }
}
