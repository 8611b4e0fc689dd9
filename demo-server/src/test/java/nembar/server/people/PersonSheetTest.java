package nembar.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** One person: read, changed by two at once, and acted on. */
@ExtendWith(Installation.class)
class PersonSheetTest {
    private static Map<String, Object> edit(JsonNode sheet, Map<String, Object> changes) {
        Map<String, Object> edit = new HashMap<>();
        edit.put("version", sheet.path("version").asLong());
        for (String text : List.of("kind", "email", "givenName", "familyName", "timeZone")) {
            edit.put(text, sheet.path(text).asString());
        }
        edit.put("unit", sheet.path("unit").path("key").asString(""));
        edit.put("manager", sheet.path("manager").path("key").asString(""));
        edit.put("accounts", List.of());
        edit.putAll(changes);
        return edit;
    }

    private static Answer act(Client client, String act, String person, Map<String, Object> more) {
        return act(client, act, person, more, false);
    }

    private static Answer act(
            Client client, String act, String person, Map<String, Object> more, boolean preview) {
        Map<String, Object> body = new HashMap<>(more);
        body.put("act", act);
        body.put("people", List.of(person));
        return client.post("/api/people/acts?preview=" + preview, body);
    }

    private static JsonNode sheet(Client client, String key) {
        return client.get("/api/people/" + key).json();
    }

    @Test
    void aSheetSaysWhereSomebodySitsAndHowTheyHoldWhatTheyHold(Installation nembar) {
        JsonNode sheet = sheet(nembar.administrator(), "ilse.marrow");
        assertThat(sheet.path("unit").path("name").asString()).isEqualTo("Sorrel Delta");
        assertThat(sheet.path("teams").toString()).contains("Delta Dispatch");
        assertThat(sheet.path("held"))
                .anySatisfy(
                        one -> {
                            assertThat(one.path("what").asString()).startsWith("Dispatcher");
                            assertThat(one.path("through").asString())
                                    .isEqualTo("member of Delta Dispatch");
                        });
    }

    @Test
    void aMoveSaysWhatItWouldChangeBeforeItIsMade(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode sheet = sheet(client, "corin.blythe");
        Map<String, Object> moved = edit(sheet, Map.of("unit", "tariffs"));
        Answer preview = client.put("/api/people/corin.blythe?preview=true", moved);
        assertThat(preview.json().path("done").asBoolean()).isFalse();
        assertThat(preview.json().path("people").asInt()).isPositive();
        assertThat(preview.json().path("moved").toString()).contains("Corin Blythe", "voyages");
        assertThat(sheet(client, "corin.blythe").path("unit").path("key").asString())
                .isEqualTo("middle-sorrel");
    }

    @Test
    void theSecondOfTwoWhoChangeOnePersonLosesNothingAndIsTold(Installation nembar) {
        Client client = nembar.administrator();
        String key =
                Arrivals.invite(client, "two.editors@larkwater.example", "Two Editors", "credit");
        JsonNode seen = sheet(client, key);
        Answer first = client.put("/api/people/" + key, edit(seen, Map.of("familyName", "Edited")));
        assertThat(first.json().path("done").asBoolean()).isTrue();
        Answer second = client.put("/api/people/" + key, edit(seen, Map.of("timeZone", "UTC")));
        assertThat(second.status()).isEqualTo(409);
        assertThat(second.json().path("overtaken").asBoolean()).isTrue();
        JsonNode now = sheet(client, key);
        assertThat(now.path("familyName").asString()).isEqualTo("Edited");
        assertThat(now.path("timeZone").asString()).isEqualTo("Europe/London");
        Answer again = client.put("/api/people/" + key, edit(now, Map.of("timeZone", "UTC")));
        assertThat(again.json().path("done").asBoolean()).isTrue();
        assertThat(sheet(client, key).path("history").toString())
                .contains("set the time zone to UTC", "changed the name");
    }

    @Test
    void whatCannotBeIsSaidWithItsField(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode sheet = sheet(client, "corin.blythe");
        for (Map.Entry<String, Object> wrong :
                Map.<String, Object>of(
                                "email", "no address",
                                "unit", "nowhere",
                                "manager", "corin.blythe",
                                "timeZone", "Moon",
                                "givenName", " ")
                        .entrySet()) {
            Answer answer =
                    client.put(
                            "/api/people/corin.blythe",
                            edit(sheet, Map.of(wrong.getKey(), wrong.getValue())));
            assertThat(answer.status()).as(wrong.getKey()).isEqualTo(400);
            assertThat(answer.json().path("problems").path(0).path("path").asString())
                    .isEqualTo(wrong.getKey());
        }
        Answer taken =
                client.put(
                        "/api/people/corin.blythe",
                        edit(sheet, Map.of("email", "ILSE.marrow@larkwater.example")));
        assertThat(taken.detail()).contains("Ilse Marrow has this address");
    }

    @Test
    void anExternalNeedsAnAccountOfTheirOwn(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode sheet = sheet(client, "corin.blythe");
        Answer none =
                client.put("/api/people/corin.blythe", edit(sheet, Map.of("kind", "external")));
        assertThat(none.detail()).contains("which account");
        Answer own =
                client.put(
                        "/api/people/corin.blythe",
                        edit(sheet, Map.of("kind", "external", "accounts", List.of("larkwater"))));
        assertThat(own.detail()).contains("is staff");
    }

    @Test
    void suspendingEndsSessionsAtOnceAndKeepsEverything(Installation nembar) {
        String email = "soon.suspended@larkwater.example";
        String key = Arrivals.arrive(nembar, email, "Soon Suspended", "credit");
        Client theirs = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        assertThat(theirs.get("/api/session").status()).isEqualTo(200);
        Client client = nembar.administrator();
        assertThat(act(client, "suspend", key, Map.of()).json().path("done").asBoolean()).isTrue();
        assertThat(theirs.get("/api/session").status()).isEqualTo(401);
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(401);
        JsonNode sheet = sheet(client, key);
        assertThat(sheet.path("status").asString()).isEqualTo("suspended");
        assertThat(sheet.path("unit").path("key").asString()).isEqualTo("credit");
        assertThat(sheet.path("sessions")).isEmpty();
        act(client, "bringBack", key, Map.of());
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void aNewAddressMakesWhatWasSentToTheOldOneWorthless(Installation nembar) {
        Client client = nembar.administrator();
        String old = "old.address@larkwater.example";
        String key = Arrivals.invite(client, old, "New Address", "credit");
        String token = Arrivals.token(nembar, old);
        Map<String, Object> moved =
                edit(sheet(client, key), Map.of("email", "new.address@larkwater.example"));
        Answer preview = client.put("/api/people/" + key + "?preview=true", moved);
        assertThat(preview.json().path("warnings").toString()).contains("old address");
        client.put("/api/people/" + key, moved);
        assertThat(nembar.nobody().post("/api/entry/open", Map.of("token", token)).status())
                .isEqualTo(404);
    }

    @Test
    void lockingKeepsSomebodyOutUntilItIsTakenOff(Installation nembar) {
        String email = "locked.by.hand@larkwater.example";
        String key = Arrivals.arrive(nembar, email, "Locked Byhand", "credit");
        Client client = nembar.administrator();
        Client theirs = nembar.nobody().signIn(email, Arrivals.PASSWORD);
        act(client, "lock", key, Map.of());
        assertThat(theirs.get("/api/session").status()).isEqualTo(401);
        Answer out = nembar.nobody().trySignIn(email, Arrivals.PASSWORD);
        assertThat(out.status()).isEqualTo(403);
        assertThat(out.detail()).contains("locked it");
        assertThat(sheet(client, key).path("tries").path(0).path("outcome").asString())
                .isEqualTo("locked");
        act(client, "unlock", key, Map.of());
        assertThat(nembar.nobody().trySignIn(email, Arrivals.PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void aSignInIsGuardedWhereThePersonHoldsRightsInAGuardedArea(Installation nembar) {
        Client client = nembar.administrator();
        assertThat(sheet(client, "agnete.solberg").path("signInGuarded").asString())
                .contains("rights in Crew welfare");
        Answer reset = act(client, "reset", "agnete.solberg", Map.of());
        assertThat(reset.status()).isEqualTo(403);
        assertThat(reset.text()).contains("Crew welfare");
    }

    @Test
    void closingHandsOverWhatSomebodyLeads(Installation nembar) {
        Client client = nembar.administrator();
        String leaving =
                Arrivals.arrive(nembar, "leaving.soon@larkwater.example", "Leaving Soon", "credit");
        String staying =
                Arrivals.arrive(nembar, "staying.on@larkwater.example", "Staying On", "credit");
        String report = Arrivals.invite(client, "a.report@larkwater.example", "A Report", "credit");
        act(client, "place", report, Map.of("place", Map.of("manager", leaving)));
        String team =
                client.post("/api/teams", Map.of("name", "Leavers " + leaving))
                        .json()
                        .path("key")
                        .asString();
        client.post(
                "/api/teams/" + team + "/members",
                Map.of("add", List.of(leaving), "lead", List.of(leaving)));
        JsonNode belongings = client.get("/api/people/" + leaving + "/belongings").json();
        assertThat(belongings.toString()).contains("report to them", "Leads Leavers");
        Answer closed = act(client, "close", leaving, Map.of("heir", staying));
        assertThat(closed.json().path("done").asBoolean()).isTrue();
        assertThat(sheet(client, report).path("manager").path("key").asString()).isEqualTo(staying);
        assertThat(client.get("/api/teams/" + team).json().path("members").toString())
                .contains("Staying On")
                .doesNotContain("Leaving Soon");
        client.delete("/api/teams/" + team);
    }

    @Test
    void closingHandsRecordsOverInTheGovernedApplication(Installation nembar) {
        Client client = nembar.administrator();
        long before = records(client, "corin.blythe");
        assertThat(before).isPositive();
        // Only looked at: the demo world's records stay whose they are.
        Answer preview =
                act(client, "close", "corin.blythe", Map.of("heir", "stellan.brock"), true);
        assertThat(preview.json().path("people").asInt()).isPositive();
        assertThat(records(client, "corin.blythe")).isEqualTo(before);
    }

    private static long records(Client client, String person) {
        long number = 0;
        for (JsonNode one : client.get("/api/people/" + person + "/belongings").json()) {
            number +=
                    one.path("kind").asString().equals("records") ? one.path("number").asLong() : 0;
        }
        return number;
    }

    @Test
    void theLastWhoCanAdministerCannotBeClosed(Installation nembar) {
        Client client = nembar.administrator();
        act(client, "suspend", "vikram.sethi", Map.of());
        try {
            Answer close = act(client, "close", "idris.munro", Map.of());
            assertThat(close.status()).isEqualTo(403);
            assertThat(close.text()).contains("nobody able to administer");
            Answer preview = act(client, "close", "idris.munro", Map.of(), true);
            assertThat(preview.json().path("against").toString())
                    .contains("nobody able to administer");
        } finally {
            act(client, "bringBack", "vikram.sethi", Map.of());
        }
        assertThat(sheet(client, "vikram.sethi").path("status").asString()).isEqualTo("active");
    }

    @Test
    void aRoleGivenHereIsPublishedByOneActAndTakenBackByAnother(Installation nembar) {
        Client client = nembar.administrator();
        String key =
                Arrivals.arrive(nembar, "role.taker@larkwater.example", "Role Taker", "credit");
        Map<String, Object> given =
                Map.of(
                        "given",
                        Map.of(
                                "application", "towline",
                                "role", "incident-watcher",
                                "until", "2031-06-30"));
        Answer preview = act(client, "assign", key, given, true);
        assertThat(preview.json().path("against")).isEmpty();
        assertThat(preview.json().path("moved").toString()).contains("Role Taker", "incidents");
        assertThat(sheet(client, key).path("held").toString()).doesNotContain("Incident watcher");
        assertThat(act(client, "assign", key, given).json().path("done").asBoolean()).isTrue();
        JsonNode held =
                sheet(client, key)
                        .path("held")
                        .valueStream()
                        .filter(one -> one.path("what").asString().startsWith("Incident watcher"))
                        .findFirst()
                        .orElseThrow();
        assertThat(held.path("what").asString()).contains("until 1 July 2031");
        assertThat(held.path("mine").asBoolean()).isTrue();
        Answer back =
                act(
                        client,
                        "unassign",
                        key,
                        Map.of("assignment", "towline/" + held.path("assignment").asString()));
        assertThat(back.json().path("done").asBoolean()).isTrue();
        assertThat(sheet(client, key).path("held").toString()).doesNotContain("Incident watcher");
    }

    @Test
    void aRoleIsGivenAtHoursOfTheWeekAndTheSumIsTold(Installation nembar) {
        Client client = nembar.administrator();
        String key =
                Arrivals.arrive(nembar, "night.taker@larkwater.example", "Night Taker", "credit");
        Map<String, Object> night =
                Map.of(
                        "application",
                        "towline",
                        "role",
                        "incident-watcher",
                        "hours",
                        List.of(
                                Map.of(
                                        "days",
                                        List.of("monday", "tuesday"),
                                        "from",
                                        "20:00",
                                        "to",
                                        "24:00")));
        Answer sum = client.post("/api/people/" + key + "/with-role", night);
        assertThat(sum.status()).as(sum.text()).isEqualTo(200);
        assertThat(sum.json().at("/after/totals/viewed").asLong())
                .as("while it is in force, whatever the time is now")
                .isGreaterThan(sum.json().at("/before/totals/viewed").asLong());
        assertThat(act(client, "assign", key, Map.of("given", night)).status()).isEqualTo(200);
        JsonNode held =
                sheet(client, key)
                        .path("held")
                        .valueStream()
                        .filter(one -> one.path("what").asString().startsWith("Incident watcher"))
                        .findFirst()
                        .orElseThrow();
        assertThat(held.path("what").asString()).contains("Monday and Tuesday 20:00 to 24:00");

        Map<String, Object> backwards = new HashMap<>(night);
        backwards.put(
                "hours",
                List.of(Map.of("days", List.of("monday"), "from", "20:00", "to", "06:00")));
        assertThat(act(client, "assign", key, Map.of("given", backwards), true).text())
                .contains("ends before it begins");
        backwards.put(
                "hours", List.of(Map.of("days", List.of("noday"), "from", "8", "to", "06:00")));
        assertThat(act(client, "assign", key, Map.of("given", backwards), true).text())
                .contains("write a time of day");
        assertThat(
                        client.post("/api/people/" + key + "/with-role", Map.of("role", "no-such"))
                                .status())
                .isEqualTo(400);
        assertThat(nembar.nobody().post("/api/people/" + key + "/with-role", night).status())
                .isIn(401, 403);
    }

    @Test
    void whoMayNotPublishLeavesADraft(Installation nembar) {
        Client client = nembar.administrator();
        String key =
                Arrivals.invite(
                        client, "drafted.role@larkwater.example", "Drafted Role", "sorrel-delta");
        Map<String, Object> given =
                Map.of("given", Map.of("application", "towline", "role", "incident-watcher"));
        Answer left = act(nembar.branchAdministrator(), "assign", key, given);
        assertThat(left.json().path("warnings").toString()).contains("left as a draft");
        assertThat(client.get("/api/applications/towline/drafts").text()).contains("Drafted Role");
        assertThat(sheet(client, key).path("held").toString()).doesNotContain("Incident watcher");
    }

    @Test
    void onlyThoseWhoMaySeeAndActDo(Installation nembar) {
        Client auditor = nembar.auditor();
        assertThat(sheet(auditor, "corin.blythe").path("may").path("change").asBoolean()).isFalse();
        assertThat(act(auditor, "suspend", "corin.blythe", Map.of()).status()).isEqualTo(403);
        assertThat(act(auditor, "assign", "corin.blythe", Map.of()).status()).isIn(400, 403);
        assertThat(nembar.nobody().get("/api/people/corin.blythe").status()).isEqualTo(401);
        assertThat(act(nembar.administrator(), "dance", "corin.blythe", Map.of()).detail())
                .contains("no act");
    }
}
