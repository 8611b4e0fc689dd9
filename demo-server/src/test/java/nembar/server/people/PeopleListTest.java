package nembar.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Installation.class)
class PeopleListTest {
    private static List<String> names(Answer answer) {
        List<String> names = new ArrayList<>();
        answer.json().path("people").forEach(one -> names.add(one.path("name").asString()));
        return names;
    }

    private static JsonNode first(Answer answer) {
        return answer.json().path("people").path(0);
    }

    @Test
    void aSearchFindsNamesAddressesUnitsAndAccounts(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(names(client.get("/api/people?search=ilse+mar"))).contains("Ilse Marrow");
        assertThat(names(client.get("/api/people?search=saskia.bell")))
                .containsExactly("Saskia Bellweather");
        assertThat(names(client.get("/api/people?search=northfell&size=50")))
                .isNotEmpty()
                .allSatisfy(
                        name ->
                                assertThat(
                                                first(
                                                                client.get(
                                                                        "/api/people?search="
                                                                                + name.replace(
                                                                                        ' ', '+')))
                                                        .path("accountName")
                                                        .asString())
                                        .contains("Northfell"));
    }

    @Test
    void sectionsAreToldToThoseWhoMayUseThem(Installation nembar) {
        assertThat(nembar.administrator().get("/api/people/permissions").json().toString())
                .isEqualTo("{\"bringIn\":true,\"sources\":true,\"outbox\":true}");
        Client branch = nembar.branchAdministrator();
        JsonNode open = branch.get("/api/people/permissions").json();
        assertThat(branch.get("/api/sources").status())
                .isEqualTo(open.path("sources").asBoolean() ? 200 : 403);
        assertThat(branch.get("/api/outbox").status())
                .isEqualTo(open.path("outbox").asBoolean() ? 200 : 403);
        assertThat(open.path("sources").asBoolean()).isFalse();
        assertThat(open.path("bringIn").asBoolean()).isTrue();
        Client auditor = nembar.auditor();
        assertThat(auditor.get("/api/people/permissions").json().toString())
                .isEqualTo("{\"bringIn\":false,\"sources\":false,\"outbox\":false}");
        assertThat(auditor.get("/api/accounts").json().path("mayCreate").asBoolean()).isFalse();
    }

    @Test
    void filtersNarrowTogether(Installation nembar) {
        Client client = nembar.administrator();
        Answer delta = client.get("/api/people?unit=sorrel-delta&kind=staff&size=100");
        assertThat(delta.json().path("people"))
                .isNotEmpty()
                .allSatisfy(
                        one ->
                                assertThat(one.path("unitOrAccount").asString())
                                        .isEqualTo("Sorrel Delta"));
        Answer holders = client.get("/api/people?role=towline/dispatcher&size=100");
        assertThat(holders.json().path("people"))
                .isNotEmpty()
                .allSatisfy(
                        one -> assertThat(one.path("access").toString()).contains("Dispatcher"));
        Answer team = client.get("/api/people?team=delta-dispatch&size=100");
        assertThat(names(team)).contains("Ilse Marrow", "Tove Ansgar");
        Answer nothing = client.get("/api/people?access=nothing&status=active&size=100");
        assertThat(names(nothing)).contains("Rupert Ashlar");
        assertThat(nothing.json().path("people"))
                .allSatisfy(one -> assertThat(one.path("access")).isEmpty());
    }

    @Test
    void aListIsSortedAndPagedOnTheServer(Installation nembar) {
        Client client = nembar.administrator();
        Answer up = client.get("/api/people?sort=email&size=5");
        Answer down = client.get("/api/people?sort=email&descending=true&size=5");
        assertThat(first(up).path("email").asString())
                .isLessThan(first(down).path("email").asString());
        Answer second = client.get("/api/people?sort=email&size=5&page=1");
        assertThat(names(second)).doesNotContainAnyElementsOf(names(up));
        assertThat(client.get("/api/people?size=1000").status()).isEqualTo(400);
        assertThat(client.get("/api/people?sort=shoe").detail()).contains("not sorted by");
    }

    @Test
    void theFileHasExactlyWhatIsFiltered(Installation nembar) {
        Client client = nembar.administrator();
        Answer list = client.get("/api/people?account=hollis-grain&size=100");
        Answer file = client.get("/api/people/people.csv?account=hollis-grain");
        assertThat(file.header("Content-Type")).startsWith("text/csv");
        assertThat(file.text().lines().count() - 1).isEqualTo(list.json().path("total").asLong());
        String picked = first(list).path("key").asString();
        Answer one = client.get("/api/people/people.csv?account=hollis-grain&picked=" + picked);
        assertThat(one.text().lines()).hasSize(2);
    }

    @Test
    void aBranchAdministratorSeesTheirBranchAlone(Installation nembar) {
        Client branch = nembar.branchAdministrator();
        Answer all = branch.get("/api/people?size=100&sort=name");
        assertThat(all.json().path("people"))
                .isNotEmpty()
                .allSatisfy(
                        one ->
                                assertThat(one.path("unitOrAccount").asString())
                                        .isEqualTo("Sorrel Delta"));
        assertThat(branch.get("/api/people/saskia.bellweather").status()).isEqualTo(403);
        assertThat(branch.get("/api/people/facets").json().path("total").asInt())
                .isEqualTo(all.json().path("total").asInt());
    }
}
