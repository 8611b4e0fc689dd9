package nembar.server.scim;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.exceptions.ScimException;
import java.util.ArrayList;
import java.util.List;
import nembar.server.scim.ScimLists.Asked;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lists as RFC 7644, section 3.4.2, has them. */
class ScimListsTest {
    private static final List<Resource> ALL =
            List.of(
                    user("1", "wren@a.example", "Wren", true),
                    user("2", "Ann@b.example", "Ann", false),
                    user("3", "odo@a.example", "Odo", true));

    private static Resource user(String id, String address, String given, boolean active) {
        ObjectNode json = ScimJson.object();
        json.put("id", id);
        json.putArray("schemas").add("urn:ietf:params:scim:schemas:core:2.0:User");
        json.put("userName", address);
        json.put("active", active);
        json.putObject("name").put("givenName", given).put("familyName", "Weir");
        json.putArray("emails").addObject().put("value", address).put("type", "work");
        return new Resource(id, "User", 1, json);
    }

    private static Asked asked(String filter, String sortBy, String order, int start, int count) {
        return new Asked(filter, sortBy, order, start, count, "", "");
    }

    private static List<String> ids(Asked asked) throws ScimException {
        List<String> ids = new ArrayList<>();
        ScimLists.list(ALL, asked)
                .path("Resources")
                .forEach(one -> ids.add(one.path("id").asText()));
        return ids;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "userName eq \"WREN@A.EXAMPLE\" | 1",
                "userName sw \"ann\" | 2",
                "userName co \"a.example\" and active eq true | 1,3",
                "not (active eq true) | 2",
                "name.givenName eq \"Odo\" | 3",
                "emails[type eq \"work\" and value ew \"b.example\"] | 2",
                "nickName pr | ''",
                "active eq false or name.givenName eq \"Wren\" | 1,2"
            })
    void filtersFindWhatTheySay(String filter, String found) throws ScimException {
        assertThat(String.join(",", ids(asked(filter, "", "", 1, 10)))).isEqualTo(found);
    }

    @Test
    void aFilterThatCannotBeReadIsToldAsOne() {
        assertThatThrownBy(() -> ids(asked("userName equals wren", "", "", 1, 10)))
                .isInstanceOfSatisfying(
                        BadRequestException.class,
                        wrong ->
                                assertThat(wrong.getScimError().getScimType())
                                        .isEqualTo("invalidFilter"));
    }

    @Test
    void theOrderOverlooksCase() throws ScimException {
        assertThat(ids(asked("", "userName", "", 1, 10))).containsExactly("2", "3", "1");
        assertThat(ids(asked("", "userName", "descending", 1, 10))).containsExactly("1", "3", "2");
        assertThat(ids(asked("", "emails", "", 1, 10))).containsExactly("2", "3", "1");
    }

    @Test
    void pagesBeginAtOneAndSayHowManyThereAre() throws ScimException {
        ObjectNode page = ScimLists.list(ALL, asked("", "", "", 2, 1));
        assertThat(page.path("totalResults").asInt()).isEqualTo(3);
        assertThat(page.path("startIndex").asInt()).isEqualTo(2);
        assertThat(page.path("itemsPerPage").asInt()).isEqualTo(1);
        assertThat(ids(asked("", "", "", -4, 2))).containsExactly("1", "2");
        ObjectNode none = ScimLists.list(ALL, asked("", "", "", 1, 0));
        assertThat(none.path("totalResults").asInt()).isEqualTo(3);
        assertThat(none.path("Resources")).isEmpty();
        assertThat(ScimLists.list(ALL, asked("", "", "", 9, 5)).path("Resources")).isEmpty();
    }

    @Test
    void onlyTheAttributesAskedForAreTold() {
        ObjectNode json = ALL.get(0).json();
        assertThat(ScimLists.cut(json, "USERNAME, name.givenName", "").toString())
                .contains("wren@a.example", "\"givenName\"", "\"id\"", "schemas")
                .doesNotContain("familyName", "emails", "active");
        assertThat(ScimLists.cut(json, "", "emails,id").toString())
                .contains("\"id\"", "familyName")
                .doesNotContain("emails");
        assertThat(ScimLists.cut(json, "", "")).isSameAs(json);
    }

    @Test
    void aSearchSaysTheSameInItsBody() throws BadRequestException {
        Asked asked =
                Asked.of(
                        ScimJson.read(
                                """
                                {"Filter": "active eq true", "sortBy": "userName", "count": 2,
                                 "attributes": ["id", "userName"]}
                                """));
        assertThat(asked.filter()).isEqualTo("active eq true");
        assertThat(asked.startIndex()).isEqualTo(1);
        assertThat(asked.count()).isEqualTo(2);
        assertThat(asked.attributes()).isEqualTo("id,userName");
        assertThatThrownBy(() -> ScimJson.read("[1]")).isInstanceOf(BadRequestException.class);
        assertThatThrownBy(() -> ScimJson.read("{")).isInstanceOf(BadRequestException.class);
    }
}
