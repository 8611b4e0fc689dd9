package nembar.core.review;

import nembar.core.directory.Audience;

/** Which rights a review is about. */
public sealed interface RightsScope {
    /** All of them. */
    record Everything() implements RightsScope {}

    /** Whatever outsiders hold. */
    record Externals() implements RightsScope {}

    /** Whatever some people hold. */
    record OfPeople(Audience audience) implements RightsScope {}

    /** A role, whoever holds it. */
    record OfRole(String role) implements RightsScope {}

    /** Whatever gives or opens records of a type. */
    record OfRecordType(String recordType) implements RightsScope {}

    /** Whatever opens a guarded field. */
    record OfField(String recordType, String field) implements RightsScope {}
}
