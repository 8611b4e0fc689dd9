package nembar.server.scim;

import com.unboundid.scim2.common.exceptions.ScimException;

/** A failure as SCIM tells it, from where only unchecked exceptions pass. */
class Failed extends RuntimeException {
    private static final long serialVersionUID = 1;

    private final transient ScimException failure;

    Failed(ScimException failure) {
        super(failure);
        this.failure = failure;
    }

    ScimException failure() {
        return failure;
    }
}
