package nembar.core.directory;

/** Where a person stands. Only the active have any access (docs/access-model.md, section 4). */
public enum PersonStatus {
    INVITED,
    ACTIVE,
    SUSPENDED,
    CLOSED
}
