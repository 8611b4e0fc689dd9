package nembar.core.catalogue;

import java.util.Locale;

/** What the directory knows somebody or something by (docs/access-model.md, section 1). */
public enum Identifier {
    PERSON_KEY(Kind.PERSON),
    /** Compared without case. */
    PERSON_EMAIL(Kind.PERSON),
    ACCOUNT_KEY(Kind.ACCOUNT),
    ACCOUNT_NAME(Kind.ACCOUNT),
    UNIT_KEY(Kind.UNIT),
    UNIT_NAME(Kind.UNIT),
    TEAM_KEY(Kind.TEAM),
    TEAM_NAME(Kind.TEAM);

    /** What is known. */
    public enum Kind {
        PERSON,
        ACCOUNT,
        UNIT,
        TEAM
    }

    private final Kind kind;

    Identifier(Kind kind) {
        this.kind = kind;
    }

    /** What it leads to. */
    public Kind kind() {
        return kind;
    }

    /** Whether it is the directory's own key. */
    public boolean key() {
        return switch (this) {
            case PERSON_KEY, ACCOUNT_KEY, UNIT_KEY, TEAM_KEY -> true;
            case PERSON_EMAIL, ACCOUNT_NAME, UNIT_NAME, TEAM_NAME -> false;
        };
    }

    /** A text as it is compared. */
    public String folded(String text) {
        return this == PERSON_EMAIL ? text.toLowerCase(Locale.ROOT) : text;
    }
}
