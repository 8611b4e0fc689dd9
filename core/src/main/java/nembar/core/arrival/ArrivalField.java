package nembar.core.arrival;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.text.Words;

/** What a column of a file can say of a person. */
public enum ArrivalField {
    EMAIL("E-mail", "email", "mail", "emailaddress", "address", "username", "login", "userid"),
    NAME("Name", "name", "fullname", "displayname", "person", "who", "contact"),
    GIVEN_NAME("Given name", "givenname", "firstname", "forename", "first"),
    FAMILY_NAME("Family name", "familyname", "lastname", "surname", "last"),
    KIND("Kind", "kind", "type", "personkind"),
    ACCOUNT(
            "Account",
            "account",
            "organisation",
            "organization",
            "company",
            "customer",
            "supplier",
            "firm",
            "employer"),
    UNIT("Unit", "unit", "department", "division", "site", "office", "branch"),
    MANAGER("Manager", "manager", "boss", "reportsto", "supervisor", "lead"),
    TEAM("Team", "team", "group", "teams"),
    TIME_ZONE("Time zone", "timezone", "zone", "tz");

    private final String label;
    private final Set<String> names;

    ArrivalField(String label, String... names) {
        this.label = label;
        this.names = Set.of(names);
    }

    public String label() {
        return label;
    }

    /** The word by which rows keep it: {@code givenName}. */
    public String key() {
        return Words.of(this);
    }

    public static Optional<ArrivalField> ofKey(String key) {
        for (ArrivalField field : values()) {
            if (field.key().equals(key)) {
                return Optional.of(field);
            }
        }
        return Optional.empty();
    }

    /** What a heading most likely means; each field is taken once, the first time. */
    public static Map<Integer, ArrivalField> recognise(List<String> headings) {
        Map<Integer, ArrivalField> recognised = new LinkedHashMap<>();
        List<ArrivalField> left = new ArrayList<>(List.of(values()));
        for (int i = 0; i < headings.size(); i++) {
            String plain = headings.get(i).toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}]+", "");
            for (ArrivalField field : left) {
                if (field.names.contains(plain)) {
                    recognised.put(i, field);
                    left.remove(field);
                    break;
                }
            }
        }
        return recognised;
    }
}
