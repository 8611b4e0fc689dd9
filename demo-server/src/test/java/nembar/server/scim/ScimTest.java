package nembar.server.scim;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.unboundid.scim2.client.ScimService;
import com.unboundid.scim2.common.exceptions.ResourceConflictException;
import com.unboundid.scim2.common.exceptions.ResourceNotFoundException;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.messages.ListResponse;
import com.unboundid.scim2.common.messages.PatchOperation;
import com.unboundid.scim2.common.messages.PatchRequest;
import com.unboundid.scim2.common.types.Email;
import com.unboundid.scim2.common.types.EnterpriseUserExtension;
import com.unboundid.scim2.common.types.GroupResource;
import com.unboundid.scim2.common.types.Manager;
import com.unboundid.scim2.common.types.Member;
import com.unboundid.scim2.common.types.Name;
import com.unboundid.scim2.common.types.UserResource;
import com.unboundid.scim2.common.utils.JsonUtils;
import jakarta.ws.rs.client.Client;
import jakarta.ws.rs.client.ClientBuilder;
import jakarta.ws.rs.client.ClientRequestFilter;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.glassfish.jersey.client.ClientConfig;
import org.glassfish.jersey.client.HttpUrlConnectorProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** The life of users and groups by SCIM 2.0, driven by a client library and by hand. */
@ExtendWith(Installation.class)
class ScimTest {
    private static final String CORE = "urn:ietf:params:scim:schemas:core:2.0:User";
    private static String token;
    private static String source;

    private static synchronized String token(Installation nembar) {
        if (token == null) {
            nembar.server.testing.Client client = nembar.administrator();
            source =
                    client.post("/api/sources", Map.of("kind", "scim", "name", "Personnel"))
                            .json()
                            .path("id")
                            .asString();
            token =
                    client.post("/api/sources/" + source + "/tokens", Map.of("label", "tests"))
                            .json()
                            .path("token")
                            .asString();
        }
        return token;
    }

    private static ScimService library(Installation nembar) {
        String bearer = "Bearer " + token(nembar);
        ClientConfig config =
                new ClientConfig()
                        .connectorProvider(new HttpUrlConnectorProvider().useSetMethodWorkaround());
        Client client =
                ClientBuilder.newClient(config)
                        .register(
                                (ClientRequestFilter)
                                        request ->
                                                request.getHeaders()
                                                        .putSingle("Authorization", bearer));
        return new ScimService(client.target(nembar.address() + "/scim/v2"));
    }

    private static nembar.server.testing.Client byHand(Installation nembar) {
        return nembar.nobody()
                .withoutCsrf()
                .with("Authorization", "Bearer " + token(nembar))
                .with("Content-Type", "application/scim+json");
    }

    private static UserResource user(String email, String given, String family) {
        UserResource user = new UserResource();
        user.setUserName(email);
        user.setName(new Name().setGivenName(given).setFamilyName(family));
        user.setEmails(new Email().setValue(email).setType("work").setPrimary(true));
        user.setActive(true);
        return user;
    }

    @Test
    void aUserLivesFromHireToLeave(Installation nembar) throws ScimException {
        ScimService scim = library(nembar);
        UserResource wanted = user("hired.hand@larkwater.example", "Hired", "Hand");
        wanted.setExternalId("P-1001");
        wanted.setExtension(
                new EnterpriseUserExtension()
                        .setDepartment("Credit")
                        .setManager(new Manager().setValue("honora.larke")));
        UserResource made = scim.create("Users", wanted);
        assertThat(made.getId()).isEqualTo("hired.hand");
        assertThat(made.getExternalId()).isEqualTo("P-1001");
        assertThat(made.getMeta().getVersion()).startsWith("W/");

        JsonNode sheet = nembar.administrator().get("/api/people/hired.hand").json();
        assertThat(sheet.path("source").path("name").asString()).isEqualTo("Personnel");
        assertThat(sheet.path("unit").path("name").asString()).isEqualTo("Credit");
        assertThat(sheet.path("owned").toString()).contains("email", "unit");

        UserResource read = scim.retrieve("Users", made.getId(), UserResource.class);
        assertThat(read.getName().getFamilyName()).isEqualTo("Hand");
        read.getName().setFamilyName("Handley");
        UserResource replaced = scim.replace(read);
        assertThat(replaced.getName().getFamilyName()).isEqualTo("Handley");

        UserResource patched =
                scim.modify("Users", made.getId(), patch("active", false), UserResource.class);
        assertThat(patched.getActive()).isFalse();
        assertThat(
                        nembar.administrator()
                                .get("/api/people/hired.hand")
                                .json()
                                .path("status")
                                .asString())
                .isEqualTo("suspended");

        ListResponse<UserResource> found =
                scim.search(
                        "Users",
                        Filter.eq("userName", "HIRED.hand@larkwater.example").toString(),
                        UserResource.class);
        assertThat(found.getTotalResults()).isEqualTo(1);

        scim.delete("Users", made.getId());
        assertThatThrownBy(() -> scim.retrieve("Users", made.getId(), UserResource.class))
                .isInstanceOf(ResourceNotFoundException.class);
        assertThat(
                        nembar.administrator()
                                .get("/api/people/hired.hand")
                                .json()
                                .path("status")
                                .asString())
                .isEqualTo("closed");
        UserResource back =
                scim.create("Users", user("hired.hand@larkwater.example", "Hired", "Hand"));
        assertThat(back.getId()).isEqualTo(made.getId());
    }

    private static PatchRequest patch(String path, boolean value) throws ScimException {
        return new PatchRequest(PatchOperation.replace(path, value));
    }

    @Test
    void aTakenAddressIsAConflict(Installation nembar) {
        assertThatThrownBy(
                        () ->
                                library(nembar)
                                        .create(
                                                "Users",
                                                user("Ilse.Marrow@larkwater.example", "I", "M")))
                .isInstanceOf(ResourceConflictException.class);
    }

    @Test
    void groupsAreTeams(Installation nembar) throws ScimException {
        ScimService scim = library(nembar);
        UserResource one =
                scim.create("Users", user("group.one@larkwater.example", "Group", "One"));
        UserResource two =
                scim.create("Users", user("group.two@larkwater.example", "Group", "Two"));
        GroupResource wanted = new GroupResource();
        wanted.setDisplayName("Quay Hands");
        wanted.setMembers(List.of(new Member().setValue(one.getId())));
        GroupResource group = scim.create("Groups", wanted);
        scim.modify(
                "Groups",
                group.getId(),
                new PatchRequest(
                        PatchOperation.add(
                                "members",
                                JsonUtils.valueToNode(List.of(Map.of("value", two.getId()))))),
                GroupResource.class);
        Answer sheet = nembar.administrator().get("/api/teams/" + group.getId());
        assertThat(sheet.json().path("members").toString()).contains("Group One", "Group Two");
        assertThat(sheet.json().path("source").asString()).isEqualTo("Personnel");
        assertThat(
                        nembar.administrator()
                                .post(
                                        "/api/teams/" + group.getId() + "/members",
                                        Map.of("add", List.of("corin.blythe")))
                                .status())
                .isEqualTo(403);
        Answer removed =
                byHand(nembar)
                        .patch(
                                "/scim/v2/Groups/" + group.getId(),
                                Map.of(
                                        "schemas",
                                        List.of("urn:ietf:params:scim:api:messages:2.0:PatchOp"),
                                        "Operations",
                                        List.of(
                                                Map.of(
                                                        "op",
                                                        "Remove",
                                                        "path",
                                                        "members[value eq \""
                                                                + one.getId()
                                                                + "\"]"))));
        assertThat(removed.json().path("members").toString())
                .contains(two.getId())
                .doesNotContain(one.getId());
        scim.delete("Groups", group.getId());
    }

    @Test
    void listsAreFilteredSortedPagedAndCut(Installation nembar) {
        nembar.server.testing.Client client = byHand(nembar);
        Answer page =
                client.get(
                        "/scim/v2/Users?startIndex=3&count=2&sortBy=userName&attributes=userName");
        assertThat(page.header("Content-Type")).startsWith("application/scim+json");
        assertThat(page.json().path("itemsPerPage").asInt()).isEqualTo(2);
        assertThat(page.json().path("startIndex").asInt()).isEqualTo(3);
        assertThat(page.json().path("totalResults").asInt()).isGreaterThan(60);
        JsonNode first = page.json().path("Resources").path(0);
        assertThat(first.path("id").asString()).isNotEmpty();
        assertThat(first.has("name")).isFalse();
        Answer filtered =
                client.get(
                        "/scim/v2/Users?filter="
                                + "name.familyName+sw+%22Mar%22+and+not+(active+eq+false)+or+"
                                + "emails%5Btype+eq+%22work%22+and+value+co+%22keelmark%22%5D");
        assertThat(filtered.json().path("Resources"))
                .isNotEmpty()
                .allSatisfy(
                        one ->
                                assertThat(one.toString())
                                        .containsAnyOf("\"familyName\":\"Mar", "keelmark"));
        Answer wrong = client.get("/scim/v2/Users?filter=userName+eq");
        assertThat(wrong.status()).isEqualTo(400);
        assertThat(wrong.json().path("scimType").asString()).isEqualTo("invalidFilter");
        Answer searched =
                client.post("/scim/v2/Users/.search", Map.of("filter", "userType eq \"service\""));
        assertThat(searched.json().path("totalResults").asInt()).isEqualTo(3);
    }

    @Test
    void versionsKeepTwoWritersApart(Installation nembar) {
        nembar.server.testing.Client client = byHand(nembar);
        Answer made =
                client.post(
                        "/scim/v2/Users",
                        Map.of(
                                "schemas", List.of(CORE),
                                "userName", "versioned@larkwater.example",
                                "name", Map.of("givenName", "Versioned")));
        assertThat(made.status()).isEqualTo(201);
        String path = "/scim/v2/Users/" + made.json().path("id").asString();
        String etag = made.header("ETag");
        assertThat(byHand(nembar).with("If-None-Match", etag).get(path).status()).isEqualTo(304);
        Map<String, Object> changed =
                Map.of(
                        "schemas", List.of(CORE),
                        "userName", "versioned@larkwater.example",
                        "name", Map.of("givenName", "Revised"));
        assertThat(byHand(nembar).with("If-Match", etag).put(path, changed).status())
                .isEqualTo(200);
        assertThat(byHand(nembar).with("If-Match", etag).put(path, changed).status())
                .isEqualTo(412);
        assertThat(byHand(nembar).with("If-Match", etag).delete(path).status()).isEqualTo(412);
    }

    @Test
    void manyOperationsInOneRequestReferToEachOther(Installation nembar) {
        Map<String, Object> bulk =
                Map.of(
                        "schemas", List.of("urn:ietf:params:scim:api:messages:2.0:BulkRequest"),
                        "Operations",
                                List.of(
                                        Map.of(
                                                "method", "POST",
                                                "path", "/Users",
                                                "bulkId", "u1",
                                                "data",
                                                        Map.of(
                                                                "userName",
                                                                "bulk.one@larkwater.example")),
                                        Map.of(
                                                "method", "POST",
                                                "path", "/Groups",
                                                "bulkId", "g1",
                                                "data",
                                                        Map.of(
                                                                "displayName",
                                                                "Bulk Team",
                                                                "members",
                                                                List.of(
                                                                        Map.of(
                                                                                "value",
                                                                                "bulkId:u1")))),
                                        Map.of(
                                                "method", "POST",
                                                "path", "/Users",
                                                "data", Map.of("userName", "no address")),
                                        Map.of("method", "DELETE", "path", "/Groups/bulkId:g1")));
        Answer answer = byHand(nembar).post("/scim/v2/Bulk", bulk);
        assertThat(
                        answer.json()
                                .path("Operations")
                                .valueStream()
                                .map(one -> one.path("status").asString()))
                .containsExactly("201", "201", "400", "204");
        assertThat(answer.json().path("Operations").path(2).path("response").toString())
                .contains("invalidValue");
    }

    @Test
    void theProviderSaysWhatItIs(Installation nembar) {
        nembar.server.testing.Client client = byHand(nembar);
        JsonNode config = client.get("/scim/v2/ServiceProviderConfig").json();
        for (String part : List.of("patch", "bulk", "filter", "sort", "etag")) {
            assertThat(config.path(part).path("supported").asBoolean()).as(part).isTrue();
        }
        assertThat(client.get("/scim/v2/ResourceTypes").json().path("totalResults").asInt())
                .isEqualTo(2);
        assertThat(client.get("/scim/v2/Schemas/" + CORE).json().path("attributes").toString())
                .contains("userName", "emails");
        assertThat(client.get("/scim/v2/Shoes").status()).isEqualTo(404);
    }

    @Test
    void onlyALivingTokenOpensTheDoor(Installation nembar) {
        assertThat(nembar.nobody().get("/scim/v2/Users").status()).isEqualTo(401);
        assertThat(nembar.administrator().get("/scim/v2/Users").status()).isEqualTo(401);
        nembar.server.testing.Client administrator = nembar.administrator();
        token(nembar);
        String path = "/api/sources/" + source + "/tokens";
        String other =
                administrator.post(path, Map.of("label", "short")).json().path("token").asString();
        nembar.server.testing.Client client =
                nembar.nobody().withoutCsrf().with("Authorization", "Bearer " + other);
        assertThat(client.get("/scim/v2/Users?count=1").status()).isEqualTo(200);
        JsonNode sheet = administrator.get("/api/sources").json();
        String id =
                sheet.valueStream()
                        .flatMap(one -> one.path("tokens").valueStream())
                        .filter(one -> one.path("label").asString().equals("short"))
                        .findFirst()
                        .orElseThrow()
                        .path("id")
                        .asString();
        administrator.delete(path + "/" + id);
        assertThat(client.get("/scim/v2/Users?count=1").status()).isEqualTo(401);
        assertThat(nembar.auditor().get("/api/sources").status()).isEqualTo(403);
        assertThat(sheet.toString()).doesNotContain(other);
    }

    @Test
    void aSourceCanBeRenamed(Installation nembar) {
        nembar.server.testing.Client administrator = nembar.administrator();
        token(nembar);
        String path = "/api/sources/" + source;
        JsonNode renamed =
                administrator
                        .put(path, Map.of("kind", "scim", "name", "Staff register", "invite", true))
                        .json();
        assertThat(renamed.path("name").asString()).isEqualTo("Staff register");
        assertThat(renamed.path("invite").asBoolean()).isTrue();
        assertThat(renamed.path("tokens")).isNotEmpty();
        administrator.put(path, Map.of("kind", "scim", "name", "Personnel", "invite", false));
    }

    @Test
    void badInputIsToldTheWayScimTellsIt(Installation nembar) {
        nembar.server.testing.Client client = byHand(nembar);
        for (Map<String, Object> wrong :
                List.<Map<String, Object>>of(
                        Map.of("name", Map.of("givenName", "No Address")),
                        Map.of("userName", "a@b.example", "active", "maybe"),
                        Map.of("userName", "a@b.example", "timezone", "Moon"),
                        Map.of("userName", "a@b.example", "userType", "ghost"),
                        Map.of("userName", "a@b.example", "userType", "external"),
                        Map.of(
                                "userName",
                                "a@b.example",
                                ScimUsers.ENTERPRISE,
                                Map.of("department", "Nowhere")))) {
            Answer answer = client.post("/scim/v2/Users", wrong);
            assertThat(answer.status()).as(wrong.toString()).isEqualTo(400);
            assertThat(answer.json().path("scimType").asString()).isEqualTo("invalidValue");
        }
        Answer broken = client.post("/scim/v2/Users", "{broken");
        assertThat(broken.json().path("scimType").asString()).isEqualTo("invalidSyntax");
        Answer patch =
                client.patch(
                        "/scim/v2/Users/corin.blythe",
                        Map.of("Operations", List.of(Map.of("op", "dance"))));
        assertThat(patch.status()).isEqualTo(400);
    }

    @Test
    void whatIsNoNumberOrFarTooLongIsRefused(Installation nembar) {
        nembar.server.testing.Client client = byHand(nembar);
        assertThat(client.get("/scim/v2/Users?count=2026-02-30").status()).isEqualTo(400);
        assertThat(client.get("/scim/v2/Users?startIndex=1e9").status()).isEqualTo(400);
        assertThat(client.get("/scim/v2/Users?sortBy=%00").status()).isEqualTo(400);
        Answer unstorable =
                client.post(
                        "/scim/v2/Users",
                        Map.of(
                                "userName",
                                "nul@world.example",
                                "name",
                                Map.of("givenName", "Nul\u0000", "familyName", "Inside")));
        assertThat(unstorable.status()).isEqualTo(400);
        assertThat(unstorable.json().path("detail").asString()).contains("no text may have");
        String filter = "userName eq \"x\" or ".repeat(20_000) + "userName pr";
        String search =
                "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:SearchRequest\"],\"filter\":\""
                        + filter.replace("\"", "\\\"")
                        + "\"}";
        nembar.server.testing.Client.Answer answer = client.post("/scim/v2/Users/.search", search);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.text()).contains("invalidFilter");
        assertThat(client.get("/scim/v2/Users?filter=" + "(".repeat(999)).status()).isEqualTo(400);
    }
}
