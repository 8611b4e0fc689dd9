package nembar.server.fuzz;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.security.GeneralSecurityException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.crypto.spec.SecretKeySpec;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.Limited;
import nembar.server.testing.ServerProcess;
import org.apache.commons.codec.binary.Base32;
import tools.jackson.databind.JsonNode;

/**
 * Walks through what takes several steps, a second person or a message, and so would hardly be
 * reached by chance: links, requests to join, approvals, second factors, tokens, drafts.
 */
final class Walk {
    private static final String TOWLINE = "/api/applications/towline";
    private static final String PASSWORD = "nine slow barges at noon";
    private static final Duration PATIENCE = Duration.ofSeconds(30);

    private final ServerProcess server;
    private final Cluster cluster;
    private final Client admin;
    private final Client steward;
    private final BiConsumer<String, Answer> reached;
    private final List<String> refused = new ArrayList<>();

    /**
     * @param reached told of every operation that was reached, and of its answer
     */
    Walk(
            ServerProcess server,
            Cluster cluster,
            Client admin,
            Client steward,
            BiConsumer<String, Answer> reached) {
        this.server = server;
        this.cluster = cluster;
        this.admin = admin;
        this.steward = steward;
        this.reached = reached;
    }

    /** What was refused of it: nothing, where all is well. */
    List<String> go() {
        comingIn();
        joining();
        approvals();
        drafts();
        delegation();
        tokens();
        designs();
        desk();
        review();
        application();
        return refused;
    }

    private Answer done(String operation, Answer answer) {
        if (answer.status() < 300) {
            reached.accept(operation, answer);
        } else {
            refused.add(operation + ": " + answer.status() + " " + answer.text());
        }
        return answer;
    }

    /** Begins an access review, answers, hands on, ends it, and checks its result. */
    private void review() {
        Map<String, Object> wanted =
                Map.of(
                        "name",
                        "Who watches hazards",
                        "scope",
                        Map.of("kind", "role", "role", "hazard-officer"),
                        "asked",
                        "named",
                        "named",
                        List.of("idris.munro"),
                        "due",
                        LocalDate.now().plusDays(20).toString());
        String id =
                done("beginReview", admin.post(TOWLINE + "/reviews", wanted))
                        .json()
                        .path("id")
                        .asString();
        String review = "/api/reviews/" + id;
        done("review", admin.get(review));
        String person =
                done("peopleInReview", admin.get(review + "/people"))
                        .json()
                        .at("/people/0/person/key")
                        .asString();
        int number =
                done("personInReview", admin.get(review + "/people/" + person))
                        .json()
                        .at("/rights/0/number")
                        .asInt();
        Map<String, Object> numbers = Map.of("numbers", List.of(number));
        done("lookedInReview", admin.post(review + "/looked", numbers));
        done(
                "answerInReview",
                admin.post(
                        review + "/answers", Map.of("numbers", List.of(number), "answer", "keep")));
        done("alikeInReview", admin.get(review + "/alike"));
        done("alikeRightsInReview", admin.get(review + "/alike/rights?what=Hazard%20officer"));
        done(
                "handOnInReview",
                admin.post(review + "/handed", Map.of("to", "maren.holt", "note", "Yours")));
        done("remindInReview", admin.post(review + "/reminders", Map.of()));
        done("endReview", admin.post(review + "/end", Map.of()));
        done("checkReview", admin.get(review + "/check"));
        byte[] result = admin.bytes(review + "/result.json");
        done("reviewResult", admin.get(review + "/result.json"));
        done("reviewResultPdf", admin.get(review + "/result.pdf"));
        done("reviewResultCsv", admin.get(review + "/result.csv"));
        done("checkReviewFile", admin.postBytes("/api/reviews/results/file", result));
    }

    /** Sets something of the Desk aside, hands it on, and puts it back. */
    private void desk() {
        JsonNode lines =
                await(
                        () -> {
                            JsonNode desk = admin.get("/api/desk").json();
                            return desk.path("working").isEmpty()
                                    ? desk.at("/groups/0/lines")
                                    : null;
                        });
        List<String> item = List.of(lines.path(0).path("id").asString());
        done(
                "setAside",
                admin.post("/api/desk/aside", Map.of("items", item, "reason", "It is known")));
        done(
                "handItems",
                admin.post("/api/desk/handed", Map.of("items", item, "to", "idris.munro")));
        done("putItemsBack", admin.post("/api/desk/back", Map.of("items", item)));
        done(
                "changeDeskKind",
                admin.put(
                        "/api/desk/kinds/draftLeftLying",
                        Map.of("told", true, "people", List.of(), "version", 0)));
    }

    /** Adds the second application, and takes one of its tables. */
    private void application() {
        Map<String, Object> connection = cluster.connection("quayside", "quayside_reader", "yard");
        done("tryConnection", admin.post("/api/connection-trials", connection));
        done(
                "addApplication",
                admin.post(
                        "/api/applications",
                        Map.of("name", "Quayside", "zone", "UTC", "connection", connection)));
        String path = "/api/applications/quayside";
        Answer known = done("connection", admin.get(path + "/connection"));
        done(
                "changeConnection",
                admin.put(
                        path + "/connection?version=" + known.json().path("version").asLong(),
                        connection));
        done("proposal", admin.get(path + "/proposal"));
        done(
                "decideProposal",
                admin.put(
                        path + "/proposal",
                        List.of(Map.of("table", "yard.jobs", "decision", "taken"))));
        done("takeProposal", admin.post(path + "/catalogue", Map.of()));
        done("lookups", admin.get(path + "/lookups"));
        done("readLookups", admin.post(path + "/lookups", Map.of()));
        done("lookup", admin.get(path + "/lookups/job/responsible_id"));
        done(
                "renameApplication",
                admin.put(
                        path,
                        Map.of(
                                "name",
                                "Yard",
                                "zone",
                                "UTC",
                                "was",
                                Map.of("name", "Quayside", "zone", "UTC"))));
        done("lookAtDatabase", admin.post(path + "/drift", Map.of()));
        done("exportApplication", admin.get(path + "/export"));
        done("setApplicationState", admin.put(path + "/state", Map.of("state", "paused")));
        done("setApplicationState", admin.put(path + "/state", Map.of("state", "open")));
        admin.post(
                "/api/applications",
                Map.of("name", "Brief", "zone", "UTC", "connection", connection));
        done("takeAwayApplication", admin.delete("/api/applications/brief?name=Brief"));
    }

    private static <T> T await(Supplier<T> asked) {
        Instant giveUp = Instant.now().plus(PATIENCE);
        for (T answer = asked.get(); ; answer = asked.get()) {
            if (answer != null || Instant.now().isAfter(giveUp)) {
                return answer;
            }
            java.util.concurrent.locks.LockSupport.parkNanos(50_000_000);
        }
    }

    /** Invites somebody; their key. */
    private String invite(String email, String name) {
        String id =
                admin.post("/api/bring-in", Map.of("text", name + " <" + email + ">"))
                        .json()
                        .path("id")
                        .asString();
        JsonNode batch = admin.get("/api/bring-in/" + id).json();
        admin.put(
                "/api/bring-in/" + id,
                Map.of(
                        "version",
                        batch.path("version").asLong(),
                        "placing",
                        Map.of("kind", "staff", "unit", "credit")));
        done("sendBatch", admin.post("/api/bring-in/" + id + "/send", Map.of()));
        return await(
                () -> {
                    JsonNode found = admin.get("/api/people?search=" + email).json();
                    String key = found.at("/people/0/key").asString("");
                    return key.isEmpty() ? null : key;
                });
    }

    private void comingIn() {
        String email = "walking.fuzz@larkwater.example";
        String key = invite(email, "Walking Fuzz");
        Pattern link = Pattern.compile("/come-in#(\\S+)");
        String token =
                await(
                        () -> {
                            for (JsonNode one : admin.get("/api/outbox").json().path("taken")) {
                                Matcher found = link.matcher(one.path("text").asString());
                                if (one.path("to").asString().equals(email) && found.find()) {
                                    return found.group(1);
                                }
                            }
                            return null;
                        });
        Client visitor = server.client();
        done("openLink", visitor.post("/api/entry/open", Map.of("token", token)));
        done(
                "comeIn",
                visitor.post(
                        "/api/entry/come-in",
                        Map.of("token", token, "password", PASSWORD, "code", "")));
        visitor.signIn(email, PASSWORD);
        Answer offer =
                done(
                        "newSecondFactor",
                        visitor.post("/api/own/second-factor", Map.of("password", PASSWORD)));
        String secret = offer.json().path("secret").asString();
        done(
                "confirmSecondFactor",
                visitor.put("/api/own/second-factor", Map.of("code", code(secret, 0))));
        done(
                "endSecondFactor",
                visitor.post(
                        "/api/own/second-factor/end",
                        Map.of("password", PASSWORD, "code", code(secret, 30))));
        done(
                "changePassword",
                visitor.put(
                        "/api/own/password",
                        Map.of("now", PASSWORD, "password", PASSWORD + " again")));
        JsonNode sheet = admin.get("/api/people/" + key).json();
        Map<String, Object> edit = Limited.asTheyAre(sheet);
        edit.put("familyName", "Changed");
        done("changePerson", admin.put("/api/people/" + key, edit));
        done("endOtherSessions", visitor.delete("/api/own/sessions"));
        done("signOut", visitor.delete("/api/session"));
    }

    private static String code(String secret, long later) {
        try {
            return new TimeBasedOneTimePasswordGenerator()
                    .generateOneTimePasswordString(
                            new SecretKeySpec(new Base32().decode(secret), "TOTP"),
                            Instant.now().plusSeconds(later));
        } catch (GeneralSecurityException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    private void joining() {
        Answer opened =
                done("openJoinLink", admin.post("/api/accounts/keelmark/join-link", Map.of()));
        String address = opened.json().at("/link/address").asString();
        String link = address.substring(address.indexOf('#') + 1);
        Client visitor = server.client();
        done("joinDoor", visitor.post("/api/join/open", Map.of("link", link)));
        for (String name : List.of("Ada", "Bo")) {
            done(
                    "askToJoin",
                    visitor.post(
                            "/api/join",
                            Map.of(
                                    "link",
                                    link,
                                    "email",
                                    name + ".fuzz@keelmark.example",
                                    "givenName",
                                    name)));
        }
        JsonNode requests = admin.get("/api/join-requests").json().path("requests");
        String at = "/api/join-requests/";
        String first = requests.at("/0/id").asString();
        String second = requests.at("/1/id").asString();
        done("approveJoin", admin.post(at + first + "/approve", Map.of()));
        done("declineJoin", admin.post(at + second + "/decline", Map.of()));
    }

    private void approvals() {
        List<String> waiting = new ArrayList<>();
        for (String name : List.of("Agreed", "Refused", "Looked")) {
            String email = name.toLowerCase(java.util.Locale.ROOT) + ".fuzz@larkwater.example";
            String key = invite(email, name + " Fuzz");
            Answer asked =
                    admin.post(
                            "/api/people/acts?ask=true&why=fuzz",
                            Map.of(
                                    "act",
                                    "place",
                                    "people",
                                    List.of(key),
                                    "place",
                                    Map.of("unit", "crew-office")));
            done("actOnPeople", asked);
            waiting.add(
                    admin.get("/api/approvals?open=true").json().at("/waiting/0/id").asString());
        }
        String at = "/api/approvals/";
        done("approval", steward.get(at + waiting.get(2)));
        done("agree", steward.post(at + waiting.get(0) + "/agree", Map.of()));
        done("refuse", steward.post(at + waiting.get(1) + "/refuse", Map.of("note", "no")));
    }

    private static Map<String, Object> share(String key) {
        return Recipes.share(key, "L-2041");
    }

    private Answer tagged(String operation, String at, String method, Object body) {
        String tag = admin.get(at.replaceAll("(/drafts/[^/]+).*", "$1")).header("ETag");
        Map<String, String> more = new HashMap<>(Map.of("Content-Type", "application/json"));
        more.put("If-Match", tag);
        String text = body == null ? null : json(body);
        return done(operation, admin.send(method, at, more, text));
    }

    private static String json(Object body) {
        return new tools.jackson.databind.json.JsonMapper().writeValueAsString(body);
    }

    private void drafts() {
        Answer made =
                done(
                        "createDraft",
                        admin.post(
                                TOWLINE + "/drafts",
                                Map.of("name", "Walked", "changes", List.of(share("walk-1")))));
        String at = TOWLINE + "/drafts/" + made.json().path("id").asString();
        String id = made.json().path("id").asString();
        done("workInDraft", admin.put(TOWLINE + "/tray", Map.of("draft", id)));
        done(
                "editDraft",
                admin.post(TOWLINE + "/tray/edits", Map.of("changes", List.of(share("walk-2")))));
        done("undoEdit", admin.post(at + "/undo", Map.of()));
        done("redoEdit", admin.post(at + "/redo", Map.of()));
        tagged(
                "planPublication",
                at + "/plan",
                "PUT",
                Map.of(
                        "at",
                        Instant.now().plus(Duration.ofDays(30)).toString(),
                        "reason",
                        "later"));
        String tag = admin.get(at).header("ETag");
        done(
                "approveDraft",
                steward.send(
                        "POST",
                        at + "/approve",
                        Map.of("If-Match", tag, "Content-Type", "application/json"),
                        "{}"));
        tagged("discardDraft", at, "DELETE", null);
        done("restoreDraft", admin.post(at + "/restore", Map.of()));
        String tray = TOWLINE + "/tray";
        done("foldSets", admin.get(tray + "/fold?from=see-berths&into=see-voyages"));
        done("splitSets", admin.get(tray + "/split?one=bill&other=feed"));
        done("removal", admin.get(tray + "/removal?list=roles&key=dispatcher"));
        done(
                "conditionValues",
                admin.get(TOWLINE + "/conditions/values?recordType=cargo_lot&name=status"));
    }

    private void delegation() {
        String own = "/api/own/delegations";
        List<String> sets = new ArrayList<>();
        for (JsonNode one : admin.get(own).json()) {
            if (one.at("/application/key").asString().equals("towline")) {
                one.path("sets").forEach(set -> sets.add(set.path("key").asString()));
            }
        }
        done(
                "delegate",
                admin.post(
                        own,
                        Map.of(
                                "application",
                                "towline",
                                "delegate",
                                "ilse.marrow",
                                "sets",
                                sets.subList(0, 1),
                                "reason",
                                "away")));
        for (JsonNode one : admin.get(own).json()) {
            JsonNode last = one.path("delegations").path(0);
            if (one.at("/application/key").asString().equals("towline")) {
                done(
                        "endDelegation",
                        admin.delete(own + "/towline/" + last.path("key").asString()));
            }
        }
    }

    private void tokens() {
        String source =
                admin.post("/api/sources", Map.of("kind", "scim", "name", "Walked"))
                        .json()
                        .path("id")
                        .asString();
        done(
                "changeSource",
                admin.put(
                        "/api/sources/" + source,
                        Map.of(
                                "kind",
                                "scim",
                                "name",
                                "Walked on",
                                "invite",
                                false,
                                "rights",
                                List.of("create", "change"))));
        String[] ofSource = {"newToken", "renewToken", "revokeToken"};
        renewed("/api/sources/" + source, ofSource, "/api/sources/" + source, "/tokens");
        String[] ofService = {"newServiceToken", "renewServiceToken", "revokeServiceToken"};
        String service = "/api/people/towline.gateway";
        renewed(service, ofService, service + "/tokens", "");
    }

    private void renewed(String at, String[] operations, String listed, String member) {
        done(operations[0], admin.post(at + "/tokens", Map.of("label", "walked")));
        JsonNode all = member.isEmpty() ? admin.get(listed).json() : sourceTokens(listed);
        String token = at + "/tokens/" + all.path(0).path("id").asString();
        done(operations[1], admin.post(token + "/renew", Map.of()));
        done(operations[2], admin.delete(token));
    }

    private JsonNode sourceTokens(String at) {
        for (JsonNode one : admin.get("/api/sources").json()) {
            if (at.endsWith("/" + one.path("id").asString())) {
                return one.path("tokens");
            }
        }
        throw new AssertionError("no source " + at);
    }

    private void designs() {
        Answer now = done("design", admin.get(TOWLINE + "/design"));
        Map<String, String> headers =
                Map.of("If-Match", now.header("ETag"), "Content-Type", "application/json");
        done("putDesign", admin.send("PUT", TOWLINE + "/design", headers, now.text()));
        done(
                "proposeDesign",
                admin.post(
                        TOWLINE + "/design/propose?merge=true&name=Proposed",
                        Recipes.design(share("walk-3"))));
    }
}
