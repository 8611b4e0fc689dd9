package nembar.server.people;

import java.util.List;

/**
 * Which people a list is to have. What is empty is not asked for.
 *
 * @param unit key of a unit; those below it count too
 * @param role application and key of a role, as in {@code towline/dispatcher}
 * @param invitation waiting, sent, expired, withdrawn
 * @param access {@code nothing} for those who are given nothing
 * @param source key of a source, or {@code hand}
 * @param sort name, email, unitOrAccount, account, status, signedIn or match
 */
record Wanted(
        String search,
        List<String> kind,
        List<String> status,
        String account,
        String unit,
        String team,
        String role,
        String invitation,
        String access,
        String source,
        String sort,
        Boolean descending) {
    Wanted {
        search = given(search, "");
        kind = kind == null ? List.of() : List.copyOf(kind);
        status = status == null ? List.of() : List.copyOf(status);
        account = given(account, "");
        unit = given(unit, "");
        team = given(team, "");
        role = given(role, "");
        invitation = given(invitation, "");
        access = given(access, "");
        source = given(source, "");
        sort = given(sort, "match");
        descending = Boolean.TRUE.equals(descending);
    }

    private static String given(String value, String otherwise) {
        return value == null || value.isEmpty() ? otherwise : value;
    }
}
