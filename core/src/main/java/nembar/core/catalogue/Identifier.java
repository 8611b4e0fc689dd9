package nembar.core.catalogue;

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
}
