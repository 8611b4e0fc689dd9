package nembar.server.bringin;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import nembar.server.ask.WhatCan;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Installation;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** From rows to people: files of every sort, correction in place, amounts, sending, the report. */
@ExtendWith(Installation.class)
class BringInTest {
    private static JsonNode file(Client client, String name, byte[] bytes) {
        Answer begun = client.postBytes("/api/bring-in/file?name=" + name, bytes);
        assertThat(begun.status()).as(begun.text()).isEqualTo(200);
        return Arrivals.ended(client, begun.json().path("id").asString(), "reading");
    }

    private static JsonNode text(Client client, String text) {
        return file(client, "people.csv", text.getBytes(StandardCharsets.UTF_8));
    }

    private static String state(JsonNode batch) {
        return batch.path("line").path("state").asString();
    }

    private static String id(JsonNode batch) {
        return batch.path("line").path("id").asString();
    }

    private static JsonNode rows(Client client, String id) {
        return client.get("/api/bring-in/" + id + "/rows?size=100").json().path("rows");
    }

    @Test
    void everyRowIsJudgedAndGoodOnesAreNotLostToBadOnes(Installation nembar) {
        Client client = nembar.administrator();
        String id =
                Arrivals.paste(
                        client,
                        "one.new@larkwater.example; ilse.marrow@larkwater.example\n"
                                + "bad@larkwater..example\none.new@larkwater.example");
        JsonNode batch = client.get("/api/bring-in/" + id).json();
        assertThat(batch.path("counts").toString())
                .contains("\"new\":1", "\"here\":1", "\"malformed\":1", "\"duplicate\":1");
        assertThat(batch.path("ready").asInt()).isEqualTo(1);
        JsonNode rows = rows(client, id);
        assertThat(rows.path(1).path("known").path("name").asString()).isEqualTo("Ilse Marrow");
        assertThat(rows.path(1).path("known").path("detail").asString()).contains("Sorrel Delta");
        assertThat(rows.path(3).path("sameAs").asInt()).isEqualTo(1);
        Answer corrected =
                client.put(
                        "/api/bring-in/" + id + "/rows/3",
                        Map.of("cells", Map.of("email", "good@larkwater.example")));
        assertThat(corrected.json().path("ready").asInt()).isEqualTo(2);
        Answer unstorable =
                client.post(
                        "/api/bring-in/" + id + "/rows",
                        Map.of("cells", Map.of("name", "Nul\u0000 Inside")));
        assertThat(unstorable.status()).isEqualTo(400);
        Answer half =
                client.put(
                        "/api/bring-in/" + id,
                        Map.of(
                                "version",
                                corrected.json().path("version").asLong(),
                                "given",
                                Map.of("application", "towline")));
        assertThat(half.status()).isEqualTo(400);
        client.delete("/api/bring-in/" + id);
        assertThat(client.get("/api/bring-in/" + id).status()).isEqualTo(404);
    }

    @Test
    void aBatchIsLeftAndGoneOnWithByItsAuthorAlone(Installation nembar) {
        Client client = nembar.administrator();
        String id = Arrivals.paste(client, "kept.row@larkwater.example");
        Arrivals.say(client, id, Map.of("note", "Come early."));
        Client later = nembar.administrator();
        assertThat(later.get("/api/bring-in").text()).contains(id);
        assertThat(later.get("/api/bring-in/" + id).json().path("note").asString())
                .isEqualTo("Come early.");
        assertThat(nembar.branchAdministrator().get("/api/bring-in/" + id).status()).isEqualTo(404);
        assertThat(nembar.auditor().post("/api/bring-in", Map.of("text", "a@b.example")).status())
                .isEqualTo(403);
    }

    @Test
    void columnsAreRecognisedOrMappedByHand(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode known =
                text(client, "Surname;First name;E-mail\nTarn;Owen;owen@larkwater.example\n");
        assertThat(state(known)).isEqualTo("open");
        assertThat(rows(client, id(known)).path(0).path("cells").path("familyName").asString())
                .isEqualTo("Tarn");
        JsonNode unknown = text(client, "Wer,Wohin\nOwen Tarn,owen (at) larkwater\n");
        assertThat(state(unknown)).isEqualTo("mapping");
        String path = "/api/bring-in/" + id(unknown) + "/mapping";
        assertThat(client.put(path, Map.of("mapping", Map.of("0", "name"))).detail())
                .contains("which column has the addresses");
        Answer mapped = client.put(path, Map.of("mapping", Map.of("0", "name", "1", "email")));
        assertThat(mapped.json().path("counts").toString()).contains("\"malformed\":1");
    }

    @Test
    void aWorkbookIsReadByWhatItIs(Installation nembar) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook workbook = new Workbook(bytes, "test", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("First");
            sheet.value(0, 0, "E-mail");
            sheet.value(0, 1, "Name");
            sheet.value(1, 0, "tess.weir@larkwater.example");
            sheet.value(1, 1, "=cmd|' /C calc'!A0");
            sheet.formula(2, 0, "CONCATENATE(\"a\",\"@b.example\")");
            workbook.newWorksheet("Second").value(0, 0, "x");
        }
        Client client = nembar.administrator();
        JsonNode batch = file(client, "people.csv", bytes.toByteArray());
        assertThat(state(batch)).as(batch.path("line").toString()).isEqualTo("open");
        assertThat(batch.path("remark").asString()).contains("first sheet");
        Answer report = client.get("/api/bring-in/" + id(batch) + "/report.csv");
        assertThat(report.text()).doesNotContain(",=cmd").contains("'=cmd");
    }

    @Test
    void whatIsNoTableIsRefusedWithWhatItIs(Installation nembar) throws IOException {
        Client client = nembar.administrator();
        Map<byte[], String> wrong =
                Map.of(
                        "%PDF-1.7 ...".getBytes(StandardCharsets.UTF_8),
                        "PDF",
                        new byte[0],
                        "empty",
                        new byte[] {1, 2, 3, 4, 0, 7},
                        "no text",
                        "PK\u0003\u0004 broken".getBytes(StandardCharsets.UTF_8),
                        "archive",
                        archive("notes.txt"),
                        "archive",
                        "Name,E-mail\n".getBytes(StandardCharsets.UTF_8),
                        "no row");
        wrong.forEach(
                (bytes, said) -> {
                    JsonNode batch = file(client, "people.xlsx", bytes);
                    assertThat(state(batch)).as(said).isEqualTo("failed");
                    assertThat(batch.path("line").path("message").asString()).contains(said);
                });
    }

    private static byte[] archive(String name) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry(name));
            zip.write("hello".getBytes(StandardCharsets.UTF_8));
        }
        return bytes.toByteArray();
    }

    @Test
    void aFileOverTheLimitIsRefusedByItsLength(Installation nembar) {
        Answer large =
                nembar.administrator()
                        .postBytes("/api/bring-in/file?name=large.csv", new byte[9 << 20]);
        assertThat(large.status()).isEqualTo(413);
        assertThat(large.detail()).contains("8");
    }

    @Test
    void otherEncodingsAreReadAndSaid(Installation nembar) {
        Client client = nembar.administrator();
        String table = "E-mail,Name\njosé@larkwater.example,José Núñez\n";
        JsonNode western = file(client, "a.csv", table.getBytes(Charset.forName("windows-1252")));
        assertThat(western.path("remark").asString()).contains("Western European");
        assertThat(rows(client, id(western)).path(0).path("cells").path("familyName").asString())
                .isEqualTo("Núñez");
        byte[] utf16 = ("\ufeff" + table).getBytes(StandardCharsets.UTF_16LE);
        assertThat(rows(client, id(file(client, "b.csv", utf16))).path(0).toString())
                .contains("José");
        byte[] marked = ("\ufeff" + table).getBytes(StandardCharsets.UTF_8);
        assertThat(rows(client, id(file(client, "c.csv", marked))).path(0).toString())
                .contains("josé@larkwater.example");
    }

    @Test
    void theAmountIsCountedBeforeAnybodyIsWrittenTo(Installation nembar) {
        Client client = nembar.administrator();
        String id =
                Arrivals.paste(
                        client, "amount.one@larkwater.example, amount.two@larkwater.example");
        Arrivals.say(client, id, Map.of("placing", Map.of("kind", "staff", "unit", "technology")));
        JsonNode nothing = client.get("/api/bring-in/" + id + "/amount?application=nembar").json();
        assertThat(nothing.path("groups").path(0).path("warnings").toString())
                .contains("able to do nothing");
        Arrivals.say(
                client,
                id,
                Map.of(
                        "placing", Map.of("kind", "staff", "unit", "technology"),
                        "given",
                                Map.of(
                                        "application", "towline",
                                        "role", "incident-watcher")));
        JsonNode amount = client.get("/api/bring-in/" + id + "/amount").json();
        assertThat(amount.path("groups")).hasSize(1);
        JsonNode group = amount.path("groups").path(0);
        assertThat(group.path("people").asInt()).isEqualTo(2);
        assertThat(group.path("access").toString()).contains("Incident watcher");
        assertThat(group.path("grid").path("totals").path("viewed").asLong()).isPositive();
        assertThat(client.get("/api/people?search=amount.one").json().path("total").asInt())
                .isZero();
    }

    @Test
    void aRoleForOtherPeopleIsWarnedOf(Installation nembar) {
        Client client = nembar.administrator();
        String id = Arrivals.paste(client, "out.sider@wold-timber.example");
        Arrivals.say(
                client,
                id,
                Map.of(
                        "placing", Map.of("kind", "external", "account", "wold-timber"),
                        "given", Map.of("application", "towline", "role", "account-manager")));
        JsonNode group =
                client.get("/api/bring-in/" + id + "/amount").json().path("groups").path(0);
        assertThat(group.path("warnings").toString()).contains("not meant for external");
    }

    @Test
    void anExternalWhoWouldReachSomethingGuardedIsWarnedOf() {
        WhatCan.FieldRow margin =
                new WhatCan.FieldRow("margin", "Margin", true, List.of(), "view", 0, 3, 0);
        WhatCan.Cell view =
                new WhatCan.Cell("view", "view", 7, "all", Optional.of(3L), true, false, "", 0, 0);
        WhatCan.TypeRow type =
                new WhatCan.TypeRow(
                        "voyage", "Voyage", "Voyages", true, 3, List.of(view), List.of(margin));
        WhatCan.AreaRows open =
                new WhatCan.AreaRows("a", "Area", Optional.empty(), false, List.of(type));
        WhatCan.AreaRows guarded =
                new WhatCan.AreaRows("b", "Crew", Optional.of("Agnete"), true, List.of(type));
        assertThat(Amounts.guarded(grid(open)))
                .hasValueSatisfying(said -> assertThat(said).contains("margin of voyages"));
        assertThat(Amounts.guarded(grid(guarded)))
                .hasValueSatisfying(said -> assertThat(said).contains("voyages in Crew"));
    }

    private static WhatCan grid(WhatCan.AreaRows area) {
        return new WhatCan(
                null,
                null,
                List.of(),
                new WhatCan.Totals(3, 3, 0),
                List.of(area),
                List.of(),
                Optional.empty());
    }

    @Test
    void sendingMakesPeopleTeamsRolesAndAReport(Installation nembar) {
        Client client = nembar.administrator();
        JsonNode batch =
                text(
                        client,
                        "E-mail,Name,Kind,Account,Team\n"
                                + "rosa.pike@larkwater.example,Rosa Pike,staff,,Claims Panel\n"
                                + "ned.sluice@brandnew.example,Ned Sluice,external,Brand New Cargo,\n"
                                + "broken,Nobody,,,\n");
        String id = id(batch);
        Arrivals.say(
                client,
                id,
                Map.of(
                        "placing", Map.of("unit", "credit"),
                        "note", "Bring boots.",
                        "given",
                                Map.of(
                                        "application", "towline",
                                        "role", "incident-watcher")));
        JsonNode done = Arrivals.send(client, id);
        assertThat(state(done)).as(done.path("line").toString()).isEqualTo("done");
        String rosa = Arrivals.key(client, "rosa.pike@larkwater.example");
        JsonNode sheet = client.get("/api/people/" + rosa).json();
        assertThat(sheet.path("teams").toString()).contains("Claims Panel");
        assertThat(sheet.path("held").toString()).contains("Incident watcher");
        assertThat(sheet.path("status").asString()).isEqualTo("invited");
        assertThat(Arrivals.letter(nembar, "rosa.pike@larkwater.example")).contains("Bring boots.");
        assertThat(client.get("/api/accounts?search=brand+new").text()).contains("Brand New Cargo");
        Answer report = client.get("/api/bring-in/" + id + "/report.csv");
        assertThat(report.text())
                .contains("rosa.pike@larkwater.example", "invited", "no e-mail address");
        assertThat(client.post("/api/bring-in/" + id + "/send", Map.of()).status()).isEqualTo(403);
        client.post("/api/teams/claims-panel/members", Map.of("remove", List.of(rosa)));
    }

    @Test
    void whatNeedsAStewardIsRefusedOrLeftAsADraft(Installation nembar) {
        Client client = nembar.administrator();
        String id = Arrivals.paste(client, "needs.steward@larkwater.example");
        Map<String, Object> said =
                Map.of(
                        "placing", Map.of("kind", "staff", "unit", "night-desk"),
                        "given", Map.of("application", "towline", "role", "crew-steward"));
        Arrivals.say(client, id, said);
        assertThat(client.get("/api/bring-in/" + id + "/amount").json().path("against").toString())
                .contains("steward has to agree");
        JsonNode failed = Arrivals.send(client, id);
        assertThat(state(failed)).isEqualTo("failed");
        assertThat(client.get("/api/people?search=needs.steward").json().path("total").asInt())
                .isZero();
        Arrivals.say(
                client,
                id,
                Map.of(
                        "placing", Map.of("kind", "staff", "unit", "technology"),
                        "given", Map.of("application", "towline", "role", "crew-steward"),
                        "roleAsDraft", true));
        assertThat(state(Arrivals.send(client, id))).isEqualTo("done");
        assertThat(client.get("/api/applications/towline/drafts").text())
                .contains("Crew steward for 1 person brought in");
    }

    @Test
    void seatsAreKept(Installation nembar) {
        Client client = nembar.administrator();
        String id = Arrivals.paste(client, "one.too.many@northfell-ore.example");
        Arrivals.say(
                client,
                id,
                Map.of("placing", Map.of("kind", "external", "account", "northfell-ore")));
        Answer sent = client.post("/api/bring-in/" + id + "/send", Map.of());
        assertThat(sent.status()).isEqualTo(403);
        assertThat(sent.text()).contains("2 seats agreed");
    }

    @Test
    void aBranchAdministratorBringsPeopleIntoTheirBranchAlone(Installation nembar) {
        Client branch = nembar.branchAdministrator();
        String id = Arrivals.paste(branch, "elsewhere@larkwater.example");
        Arrivals.say(branch, id, Map.of("placing", Map.of("kind", "staff", "unit", "credit")));
        assertThat(branch.post("/api/bring-in/" + id + "/send", Map.of()).status()).isEqualTo(403);
    }

    @Test
    void theTemplateIsRecognisedWhole(Installation nembar) {
        Client client = nembar.administrator();
        Answer csv = client.get("/api/bring-in/template.csv");
        JsonNode batch = text(client, csv.text());
        assertThat(state(batch)).isEqualTo("open");
        assertThat(batch.path("mapping")).hasSize(batch.path("headings").size());
        assertThat(batch.path("counts").toString()).isEqualTo("{\"new\":1}");
    }
}
