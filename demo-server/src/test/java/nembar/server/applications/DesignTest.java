package nembar.server.applications;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.regex.Pattern;
import nembar.demo.DemoWorld;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

@ExtendWith(Installation.class)
class DesignTest {
    private static final String TOWLINE = "/api/applications/towline/design";
    private static final String NEMBAR = "/api/applications/nembar/design";

    private static JsonSchema schema() throws IOException {
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(
                        Files.readString(
                                Cluster.project().resolve("docs/design-document.schema.json")));
    }

    private static void valid(String document) throws IOException {
        assertThat(schema().validate(document, InputFormat.JSON)).isEmpty();
    }

    private static Answer put(Client client, String path, String document) {
        String tag = client.get(path).header("ETag");
        return client.with("If-Match", tag).put(path, document);
    }

    private static void refusedAndUnchanged(
            Client client, String document, String path, String message) {
        Answer before = client.get(TOWLINE);
        Answer refused = put(client, TOWLINE, document);
        assertThat(refused.status()).as(refused.text()).isEqualTo(422);
        assertThat(refused.json().path("problems"))
                .anySatisfy(
                        problem -> {
                            assertThat(problem.path("path").asString()).isEqualTo(path);
                            assertThat(problem.path("message").asString()).contains(message);
                        });
        Answer after = client.get(TOWLINE);
        assertThat(after.text()).isEqualTo(before.text());
        assertThat(after.header("ETag")).isEqualTo(before.header("ETag"));
    }

    @Test
    void everyDocumentMeetsThePublishedSchema(Installation nembar) throws IOException {
        valid(new String(DemoWorld.towline(), StandardCharsets.UTF_8));
        valid(new String(DemoWorld.nembar(), StandardCharsets.UTF_8));
        valid(nembar.administrator().get(TOWLINE).text());
        valid(nembar.administrator().get(NEMBAR).text());
    }

    @Test
    void theSchemaRefusesWhatTheServerRefuses(Installation nembar) throws IOException {
        String document = nembar.administrator().get(TOWLINE).text();
        String odd = document.replaceFirst("\"reach\":\"branch\"", "\"reach\":\"brunch\"");
        assertThat(odd).isNotEqualTo(document);
        assertThat(schema().validate(odd, InputFormat.JSON)).isNotEmpty();
    }

    @Test
    void whatIsTakenInComesOutTheSame(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(TOWLINE).text();
        Answer answer = put(client, TOWLINE, document);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(answer.json()).isEqualTo(client.get(TOWLINE).json());
        assertThat(client.get(TOWLINE).text()).isEqualTo(document);
    }

    @Test
    void aChangeTakesEffectAtOnceAndCanBeTakenBack(Installation nembar) {
        Client client = nembar.administrator();
        String question =
                "/api/ask/because?person=keziah.moss&application=towline&type=berth_booking"
                        + "&operation=delete";
        String before = client.get(TOWLINE).text();
        String marker =
                "\"recordType\":\"berth_booking\",\"operation\":\"delete\",\"reach\":\"own\"";
        assertThat(before).contains(marker);
        long own = client.get(question).json().at("/routes/0/records").asLong();
        put(client, TOWLINE, before.replace(marker, marker.replace("own", "all")));
        assertThat(nembar.administrator().get(question).json().at("/routes/0/records").asLong())
                .isEqualTo(904)
                .isGreaterThan(own);
        assertThat(put(nembar.administrator(), TOWLINE, before).status()).isEqualTo(200);
        assertThat(nembar.administrator().get(question).json().at("/routes/0/records").asLong())
                .isEqualTo(own);
    }

    @Test
    void aDanglingReferenceIsNamedWithItsPlace(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(TOWLINE).text();
        refusedAndUnchanged(
                client,
                document.replaceFirst(
                        "\"run-voyages\",\"see-berths\"", "\"run-voyage\",\"see-berths\""),
                "design.roles[dispatcher].sets",
                "no privilege set `run-voyage`; did you mean `run-voyages`?");
    }

    @Test
    void aSharingRuleWhoseParentLinkIsGoneIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        ObjectNode document = (ObjectNode) client.get(TOWLINE).json();
        for (JsonNode type : document.at("/catalogue/recordTypes")) {
            if (type.path("key").asString().equals("cargo_lot")) {
                ((ObjectNode) type).remove("parent");
            }
        }
        for (JsonNode rule : document.at("/design/sharingRules")) {
            if (rule.path("key").asString().equals("cross-to-canal")) {
                ((ObjectNode) rule.path("below")).putArray("cargo_lot").add("change");
            }
        }
        Answer refused = put(client, TOWLINE, document.toString());
        assertThat(refused.status()).as(refused.text()).isEqualTo(422);
        assertThat(refused.text()).contains("cross-to-canal");
    }

    @Test
    void theDirectoryIsForThoseWhoMayViewEverybodyInIt(Installation nembar) {
        assertThat(nembar.administrator().get(TOWLINE).json().has("directory")).isTrue();
        Answer some = nembar.branchAdministrator().get(TOWLINE);
        assertThat(some.status()).isEqualTo(200);
        assertThat(some.json().has("directory")).isFalse();
        assertThat(some.json().has("design")).isTrue();
    }

    @Test
    void anImpossibleReachIsRefusedWithItsReason(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(TOWLINE).text();
        String privilege =
                "{\"recordType\":\"inspection\",\"operation\":\"create\",\"reach\":\"own\"}";
        assertThat(document).contains(privilege);
        refusedAndUnchanged(
                client,
                document.replaceFirst(
                        Pattern.quote(privilege), privilege.replace("own", "account")),
                "design.privilegeSets[run-voyages].privileges[6].reach",
                "it needs an account field");
    }

    @Test
    void wordsAreCheckedWithTheNearest(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(TOWLINE).text();
        refusedAndUnchanged(
                client,
                document.replaceFirst("\"reach\":\"branch\"", "\"reach\":\"brunch\""),
                "design.privilegeSets[run-voyages].privileges[0].reach",
                "did you mean `branch`?");
    }

    @Test
    void malformedJsonSaysWhere(Installation nembar) {
        refusedAndUnchanged(
                nembar.administrator(),
                "{\"format\": \"nembar-design/1\",\n \"application\": }",
                "line 2, column 17",
                "this is no JSON");
    }

    @Test
    void anUnknownMemberIsNamed(Installation nembar) {
        refusedAndUnchanged(
                nembar.administrator(),
                "{\"format\":\"nembar-design/1\",\"application\":{\"key\":\"towline\"},\"desing\":{}}",
                "desing",
                "did you mean `design`?");
    }

    @Test
    void whoeverIsLateIsToldAndOverwritesNothing(Installation nembar) {
        Client client = nembar.administrator();
        Answer read = client.get(TOWLINE);
        assertThat(
                        put(
                                        nembar.administrator(),
                                        TOWLINE,
                                        read.text().replace("Credit checks", "Checks credit"))
                                .status())
                .isEqualTo(200);
        Answer late = client.with("If-Match", read.header("ETag")).put(TOWLINE, read.text());
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.detail()).contains("nothing of yours was written");
        Client without = nembar.administrator();
        assertThat(without.put(TOWLINE, read.text()).status()).isEqualTo(422);
    }

    @Test
    void anAuditorReadsAndWritesNothing(Installation nembar) {
        Client auditor = nembar.auditor();
        Answer read = auditor.get(TOWLINE);
        assertThat(read.status()).isEqualTo(200);
        Answer write = auditor.with("If-Match", read.header("ETag")).put(TOWLINE, read.text());
        assertThat(write.status()).isEqualTo(403);
        assertThat(write.detail()).isEqualTo("You may not change the application in Nembar.");
        assertThat(write.json().at("/because/0").asString()).contains("Administrator");
    }

    @Test
    void onlyAStewardOpensAGuardedArea(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(TOWLINE).text();
        String opened =
                document.replaceFirst(
                        "\"key\":\"technology\",\"audience\":\\{\"of\":\\[\\{\"unit\":\"technology\"\\}\\]",
                        "\"key\":\"back-door\",\"audience\":{\"of\":[{\"person\":\"idris.munro\"}]},"
                                + "\"role\":\"crew-steward\",\"reason\":\"\"},{$0");
        assertThat(opened).isNotEqualTo(document);
        Answer refused = put(client, TOWLINE, opened);
        assertThat(refused.status()).as(refused.text()).isEqualTo(403);
        assertThat(refused.detail()).contains("Crew welfare, which is guarded");
        assertThat(refused.json().at("/because/0").asString()).contains("Idris Munro");
        assertThat(client.get(TOWLINE).text()).isEqualTo(document);
    }

    @Test
    void noMoveInTheDirectoryOpensAGuardedAreaEither(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(NEMBAR).text();
        String moved =
                document.replaceFirst(
                        "(\"key\":\"idris.munro\"[^}]*\"unit\":\")technology", "$1crew-office");
        assertThat(moved).isNotEqualTo(document);
        Answer refused = put(client, NEMBAR, moved);
        assertThat(refused.status()).as(refused.text()).isEqualTo(403);
        assertThat(refused.detail()).contains("Crew welfare, which is guarded");
        assertThat(client.get(NEMBAR).text()).isEqualTo(document);
    }

    @Test
    void aDirectoryThatAnotherApplicationNeedsMoreOfIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(NEMBAR).text();
        String without =
                document.replaceFirst("\\{\"key\":\"ore-desk\",\"name\":\"Ore Desk\"[^}]*\\},", "");
        assertThat(without).isNotEqualTo(document);
        Answer refused = put(client, NEMBAR, without);
        assertThat(refused.status()).as(refused.text()).isEqualTo(422);
        assertThat(refused.json().at("/problems/0/message").asString())
                .contains("no team `ore-desk`", "in Towline");
    }

    @Test
    void nembarsOwnDocumentGoesOutAndInAndItsCatalogueStays(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(NEMBAR).text();
        assertThat(put(client, NEMBAR, document).status()).isEqualTo(200);
        String renamed = document.replaceFirst("\"singular\":\"Person\"", "\"singular\":\"User\"");
        Answer refused = put(client, NEMBAR, renamed);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().at("/problems/0/path").asString()).isEqualTo("catalogue");
    }

    @Test
    void nobodyCanBeLeftWithoutAnAdministrator(Installation nembar) {
        Client client = nembar.administrator();
        String document = client.get(NEMBAR).text();
        String nobody =
                "{\"format\":\"nembar-design/1\",\"application\":{\"key\":\"nembar\",\"name\":\"Nembar\","
                        + "\"timeZone\":\"Europe/London\"},\"design\":{}}";
        Answer refused = put(client, NEMBAR, nobody);
        assertThat(refused.status()).as(refused.text()).isEqualTo(403);
        assertThat(refused.detail()).contains("nobody able to administer");
        assertThat(client.get(NEMBAR).text()).isEqualTo(document);
    }

    @Test
    void whoeverIsSuspendedIsOutAtOnce(Installation nembar) {
        Client auditor = nembar.auditor();
        Client client = nembar.administrator();
        String document = client.get(TOWLINE).text();
        String suspended =
                document.replaceFirst(
                        "(\"key\":\"osric.vane\"[^}]*\"status\":\")active", "$1suspended");
        assertThat(put(client, TOWLINE, suspended).status()).isEqualTo(200);
        Answer out = auditor.get("/api/people");
        assertThat(out.status()).isEqualTo(401);
        assertThat(out.detail()).contains("Sign in again");
        assertThat(put(nembar.administrator(), TOWLINE, document).status()).isEqualTo(200);
        assertThat(auditor.get("/api/people").status()).isEqualTo(200);
    }

    @Test
    void aDocumentOfAnotherApplicationIsRefused(Installation nembar) {
        Client client = nembar.administrator();
        Answer answer = put(client, TOWLINE, client.get(NEMBAR).text());
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().at("/problems/0/path").asString()).isEqualTo("application.key");
    }
}
