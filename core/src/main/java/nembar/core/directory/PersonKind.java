package nembar.core.directory;

import java.util.Optional;
import nembar.core.text.Words;

/** What sort of person this is (docs/access-model.md, section 2). */
public enum PersonKind {
    /** Works for the company itself. */
    STAFF,
    /** Works for others than the company, and acts for one account at a time. */
    EXTERNAL,
    /** A program that signs in. */
    SERVICE;

    /** The kind of this name, in small letters; empty where there is none. */
    public static Optional<PersonKind> named(String word) {
        return Words.find(values(), word);
    }
}
