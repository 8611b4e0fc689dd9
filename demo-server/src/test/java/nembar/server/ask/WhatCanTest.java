package nembar.server.ask;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.StreamSupport;
import nembar.core.directory.Directory;
import nembar.server.model.Models;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(Installation.class)
class WhatCanTest {
    private static final String ILSE = "person=ilse.marrow&application=towline";

    private static JsonNode type(JsonNode answer, String key) {
        return StreamSupport.stream(answer.path("areas").spliterator(), false)
                .flatMap(area -> StreamSupport.stream(area.path("types").spliterator(), false))
                .filter(type -> type.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    private static JsonNode cell(JsonNode answer, String type, String operation) {
        return StreamSupport.stream(type(answer, type).path("cells").spliterator(), false)
                .filter(cell -> cell.path("operation").asString().equals(operation))
                .findFirst()
                .orElseThrow();
    }

    private static JsonNode field(JsonNode answer, String type, String key) {
        return StreamSupport.stream(type(answer, type).path("fields").spliterator(), false)
                .filter(field -> field.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    private static JsonNode ask(Client client, String question) {
        Answer answer = client.get("/api/ask/what-can?" + question);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    @Test
    void theAnswerCountsRealRecords(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode answer = ask(client, ILSE);
        JsonNode view = cell(answer, "cargo_lot", "view");
        long total = type(answer, "cargo_lot").path("total").asLong();
        assertThat(total).isEqualTo(2412);
        assertThat(view.path("records").asLong()).isPositive().isLessThan(total);
        assertThat(view.path("notches").asInt()).isEqualTo(5);
        JsonNode list =
                client.get("/api/ask/records?" + ILSE + "&type=cargo_lot&operation=view").json();
        assertThat(list.path("total").asLong()).isEqualTo(view.path("records").asLong());
    }

    @Test
    void theHoldingsAreSaidInWords(Installation nembar) {
        JsonNode answer = ask(nembar.administrator(), ILSE);
        assertThat(answer.at("/holdings/0").asString())
                .isEqualTo("Dispatcher, only Sorrel Delta and below");
        assertThat(answer.at("/person/unit").asString()).isEqualTo("Sorrel Delta");
    }

    @Test
    void fieldsHaveTheirLevels(Installation nembar) {
        JsonNode answer = ask(nembar.administrator(), ILSE);
        assertThat(field(answer, "voyage", "margin").path("level").asString()).isEqualTo("hidden");
        assertThat(field(answer, "voyage", "status").path("level").asString()).isEqualTo("change");
        assertThat(field(answer, "cargo_lot", "under_seal").path("level").asString())
                .isEqualTo("view");
        JsonNode born = field(answer, "crew_member", "birth_date");
        assertThat(born.path("level").asString()).isEqualTo("masked");
        assertThat(born.path("masked").asLong())
                .isEqualTo(cell(answer, "crew_member", "view").path("records").asLong());
    }

    @Test
    void functionsHaveTheirLevels(Installation nembar) {
        JsonNode answer = ask(nembar.administrator(), ILSE);
        assertThat(answer.path("functions"))
                .anySatisfy(
                        one -> {
                            assertThat(one.path("key").asString()).isEqualTo("movement-map");
                            assertThat(one.path("level").asString()).isEqualTo("redraw");
                        });
    }

    @Test
    void anExternalOfTwoAccountsHasAnAnswerForEach(Installation nembar) {
        Client client = nembar.administrator();
        String saskia = "person=saskia.bellweather&application=towline&account=";
        JsonNode hollis = ask(client, saskia + "hollis-grain");
        JsonNode marsh = ask(client, saskia + "marsh-malt");
        assertThat(hollis.at("/person/accounts")).hasSize(2);
        assertThat(hollis.at("/person/account/name").asString()).isEqualTo("Hollis Grain");
        assertThat(cell(hollis, "cargo_lot", "view").path("records").asLong())
                .isNotEqualTo(cell(marsh, "cargo_lot", "view").path("records").asLong());
        assertThat(cell(hollis, "account", "view").path("records").asLong()).isEqualTo(1);
        Answer foreign = client.get("/api/ask/what-can?" + saskia + "brandt-fuels");
        assertThat(foreign.status()).isEqualTo(400);
        assertThat(foreign.detail()).contains("does not belong to Brandt Fuels");
    }

    @Test
    void aGenerousRoleOfAnExternalIsKeptInByTheAccountFilter(Installation nembar) {
        JsonNode answer = ask(nembar.administrator(), "person=elspeth.lantern&application=towline");
        assertThat(cell(answer, "invoice", "view").path("records").asLong()).isZero();
        assertThat(cell(answer, "invoice", "view").path("cut").asLong()).isEqualTo(1100);
        assertThat(cell(answer, "voyage", "view").path("records").asLong()).isZero();
    }

    @Test
    void somebodyNotActiveHasNothingUnlessAskedAsIf(Installation nembar) {
        Client client = nembar.administrator();
        String ottilie = "person=ottilie.brandt&application=towline";
        JsonNode now = ask(client, ottilie);
        assertThat(now.at("/totals/viewed").asLong()).isZero();
        assertThat(now.at("/person/inactive").asString())
                .isEqualTo("Ottilie Brandt is invited, and only active people have any access.");
        JsonNode asIf = ask(client, ottilie + "&asIfActive=true");
        assertThat(asIf.at("/totals/viewed").asLong()).isPositive();
        assertThat(asIf.at("/person/inactive").isMissingNode()).isTrue();
        assertThat(asIf.at("/person/status").asString()).isEqualTo("invited");
    }

    @Test
    void nembarItselfIsAskedAboutLikeAnyApplication(Installation nembar) {
        JsonNode answer = ask(nembar.administrator(), "person=maren.holt&application=nembar");
        JsonNode people = cell(answer, "person", "change");
        Directory directory = nembar.part(Models.class).directory();
        assertThat(people.path("records").asLong())
                .isEqualTo(directory.peopleIn(Set.of("sorrel-delta")).size());
        assertThat(type(answer, "person").path("total").asLong())
                .isEqualTo(directory.people().size());
    }

    @Test
    void emptySlotsAndUnknownNamesSayWhatToDo(Installation nembar) {
        Client client = nembar.administrator();
        Answer empty = client.get("/api/ask/what-can?application=towline");
        assertThat(empty.status()).isEqualTo(400);
        assertThat(empty.json().at("/problems/0/path").asString()).isEqualTo("person");
        Answer noApplication = client.get("/api/ask/what-can?person=ilse.marrow");
        assertThat(noApplication.json().at("/problems/0/path").asString()).isEqualTo("application");
        Answer mistyped = client.get("/api/ask/what-can?person=ilse.marow&application=towline");
        assertThat(mistyped.status()).isEqualTo(404);
        assertThat(mistyped.detail()).contains("did you mean `ilse.marrow`?");
        Answer elsewhere = client.get("/api/ask/what-can?person=ilse.marrow&application=towlin");
        assertThat(List.of(403, 404)).contains(elsewhere.status());
    }

    @Test
    void aBranchAdministratorSeesTheBranchAndIsToldWhyNotTheRest(Installation nembar) {
        Client maren = nembar.branchAdministrator();
        assertThat(ask(maren, ILSE).path("holdings")).isNotEmpty();
        Answer outside = maren.get("/api/ask/what-can?person=gwen.harrow&application=towline");
        assertThat(outside.status()).isEqualTo(403);
        assertThat(outside.detail()).isEqualTo("You may not view gwen.harrow in Nembar.");
        assertThat(outside.json().at("/because/0").asString()).contains("outside that reach");
        JsonNode people = maren.get("/api/people?search=gwen").json();
        assertThat(people.path("total").asLong()).isZero();
    }

    @Test
    void peopleAreFoundByNameSeatAndAddressAndPaged(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode byName = client.get("/api/people?search=ilse").json();
        assertThat(byName.at("/people/0/name").asString()).isEqualTo("Ilse Marrow");
        JsonNode bySeat = client.get("/api/people?search=hollis%20grain").json();
        assertThat(bySeat.path("total").asLong()).isEqualTo(3);
        JsonNode first = client.get("/api/people?page=0&size=40").json();
        JsonNode second = client.get("/api/people?page=1&size=40").json();
        assertThat(first.path("people")).hasSize(40);
        int all = nembar.part(Models.class).directory().people().size();
        assertThat(first.path("total").asInt()).isEqualTo(all);
        assertThat(second.path("people")).hasSize(Math.min(all - 40, 40));
        assertThat(client.get("/api/people?size=1000").status()).isEqualTo(400);
    }

    @Test
    void somebodyNewHasWhatTheirPlaceAndRoleGive(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode desk = ask(client, "application=towline&unit=night-desk");
        assertThat(desk.at("/person/name").asString()).isEqualTo("Somebody new");
        assertThat(desk.at("/person/unit").asString()).isEqualTo("Night Desk");
        assertThat(desk.at("/totals/viewed").asLong()).isPositive();
        JsonNode outside =
                ask(client, "application=towline&role=shipper-contact&account=hollis-grain");
        assertThat(outside.at("/person/kind").asString()).isEqualTo("external");
        assertThat(cell(outside, "invoice", "view").path("records").asLong()).isPositive();
        Answer homeless = client.get("/api/ask/what-can?application=towline&role=shipper-contact");
        assertThat(homeless.status()).isEqualTo(400);
        assertThat(homeless.detail()).contains("which account they act for");
        Answer unknown = client.get("/api/ask/what-can?application=towline&unit=nigth-desk");
        assertThat(unknown.status()).isEqualTo(404);
        assertThat(unknown.detail()).contains("night-desk");
        Answer why =
                client.get(
                        "/api/ask/because?application=towline&unit=night-desk"
                                + "&type=voyage&operation=view");
        assertThat(why.text()).contains("Somebody new may view");
    }

    @Test
    void aBranchAdministratorAsksOfNewPeopleOfTheirBranchOnly(Installation nembar) {
        Client client = nembar.branchAdministrator();
        String asked = "/api/ask/what-can?application=towline&unit=";
        assertThat(client.get(asked + "sorrel-delta").status()).isEqualTo(200);
        assertThat(client.get(asked + "billing").status()).isEqualTo(403);
    }

    @Test
    void theAnswerSaysWhatItRestsOnAndWhenItChanges(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode livia =
                client.get("/api/ask/changes?person=livia.sarto&application=towline").json();
        assertThat(livia.path("publication").asLong()).isPositive();
        assertThat(livia.path("changes").toString()).contains("2027-04-01");
        Answer early =
                client.get(
                        "/api/ask/changes?person=livia.sarto&application=towline"
                                + "&at=2001-01-01T00:00:00Z");
        assertThat(early.status()).isEqualTo(404);
        assertThat(early.detail()).contains("Nothing was published yet in Towline");
    }

    @Test
    void whatBecameOfSomebodyInTheDirectoryIsAmongTheChanges(Installation nembar) {
        Client client = nembar.administrator();
        String team = "/api/teams/claims-panel/members";
        for (String act : List.of("suspend", "bringBack")) {
            Answer done =
                    client.post(
                            "/api/people/acts",
                            Map.of("act", act, "people", List.of("vikram.sethi")));
            assertThat(done.status()).as(done.text()).isEqualTo(200);
        }
        client.post(team, Map.of("add", List.of("vikram.sethi")));
        client.post(team, Map.of("add", List.of("clemency.hart")));
        client.post(team, Map.of("remove", List.of("vikram.sethi")));
        client.post(team, Map.of("remove", List.of("clemency.hart")));
        List<String> words = new ArrayList<>();
        client.get("/api/ask/changes?person=vikram.sethi&application=towline")
                .json()
                .path("changes")
                .forEach(one -> words.add(one.path("words").asString()));
        assertThat(words)
                .containsSubsequence(
                        "became suspended",
                        "became active",
                        "joined Claims Panel",
                        "left Claims Panel");
        assertThat(words.stream().filter("joined Claims Panel"::equals)).hasSize(1);
    }

    @Test
    void theAnswerComesInPartsThatAmountToIt(Installation nembar) {
        Client client = nembar.administrator();
        String ilse = "?application=towline&person=ilse.marrow";
        JsonNode whole = client.get("/api/ask/what-can" + ilse).json();
        Answer parts = client.get("/api/ask/what-can/parts" + ilse);
        assertThat(parts.header("Content-Type")).startsWith("application/x-ndjson");
        List<JsonNode> lines =
                parts.text()
                        .lines()
                        .map(line -> (JsonNode) new JsonMapper().readTree(line))
                        .toList();
        JsonNode outline = lines.get(0).path("outline");
        assertThat(outline.path("holdings")).isEqualTo(whole.path("holdings"));
        assertThat(outline.at("/areas/0/types/0/counted").asBoolean()).isFalse();
        assertThat(outline.at("/areas/0/types/0/cells/0/notches"))
                .isEqualTo(whole.at("/areas/0/types/0/cells/0/notches"));
        List<JsonNode> rows = new ArrayList<>();
        whole.path("areas").forEach(area -> area.path("types").forEach(rows::add));
        assertThat(lines.subList(1, lines.size() - 1).stream().map(line -> line.path("row")))
                .isEqualTo(rows);
        assertThat(lines.get(lines.size() - 1).path("totals")).isEqualTo(whole.path("totals"));
    }
}
