package nembar.core.lookup;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.Column;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.catalogue.Identifier;
import nembar.core.catalogue.Lookup;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.testing.Harbour;
import nembar.core.testing.MoreTypes;
import org.junit.jupiter.api.Test;

/** What an application's own values lead to (docs/access-model.md, section 1). */
class LookupValuesTest {
    private static final Directory DIRECTORY = new Harbour().directory();
    private static final LookupValues USERS =
            LookupValues.of(
                    Identifier.PERSON_EMAIL,
                    Map.of(
                            "1", "ann@home.example",
                            "2", "Ann@Home.example",
                            "3", "ben@home.example",
                            "88", "gone@home.example"),
                    DIRECTORY);

    @Test
    void severalUsersWithOneAddressAreOnePerson() {
        assertThat(USERS.key("1")).contains("ann");
        assertThat(USERS.key("2")).contains("ann");
        assertThat(USERS.values(Set.of("ann", "ben"))).containsExactly("1", "2", "3");
    }

    @Test
    void whoeverIsNotInTheDirectoryIsNobody() {
        assertThat(USERS.key("88")).isEmpty();
        assertThat(USERS.key("4")).isEmpty();
        assertThat(USERS.values(Set.of("cas"))).isEmpty();
    }

    @Test
    void withoutATableTheValueIsTheIdentifier() {
        LookupValues direct = LookupValues.of(Identifier.PERSON_EMAIL, DIRECTORY);
        assertThat(direct.key("ann@home.example")).contains("ann");
        assertThat(direct.key("1")).isEmpty();
        assertThat(LookupValues.of(Identifier.UNIT_NAME, DIRECTORY).key("Pier")).contains("pier");
        assertThat(LookupValues.of(Identifier.TEAM_KEY, DIRECTORY).key("cranes"))
                .contains("cranes");
        assertThat(LookupValues.of(Identifier.PERSON_KEY, DIRECTORY).key("eve")).contains("eve");
    }

    @Test
    void aNameThatTwoHaveLeadsToNeither() {
        Directory twins =
                new Directory(List.of(account("a"), account("b")), List.of(), List.of(), List.of());
        assertThat(LookupValues.of(Identifier.ACCOUNT_NAME, twins).key("Twin")).isEmpty();
        assertThat(LookupValues.of(Identifier.ACCOUNT_KEY, twins).key("b")).contains("b");
    }

    private static Account account(String key) {
        return new Account(key, "Twin", false, Set.of());
    }

    @Test
    void aRecordIsReadInKeysOfTheDirectory() {
        Field owner =
                MoreTypes.field("owner", FieldType.PERSON, false, Column.plain("user_id"))
                        .with(
                                Optional.empty(),
                                Optional.of(new Lookup(Identifier.PERSON_EMAIL, Optional.empty())));
        Lookups lookups = any -> USERS;
        assertThat(lookups.known(owner, "3")).isEqualTo("ben");
        assertThat(lookups.known(owner, "88")).isNull();
        assertThat(lookups.known(owner, null)).isNull();
        assertThat(lookups.known(owner, Arrays.asList("3", null, "2", "1", "88")))
                .isEqualTo(List.of("ann", "ben"));
        assertThat(lookups.known(owner, List.of("88"))).isNull();
        assertThat(lookups.stored(owner, new TreeSet<>(Set.of("ann")))).containsExactly("1", "2");
        Field plain = MoreTypes.field("name", FieldType.TEXT);
        assertThat(lookups.known(plain, "3")).isEqualTo("3");
        assertThat(Lookups.NONE.known(owner, "3")).isNull();
    }
}
