package nembar.server.fuzz;

import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import nembar.server.fuzz.Operations.Op;

/** Bodies that do something, where chance alone would hardly find one. */
final class Recipes {
    private Recipes() {}

    /** Somebody whom nothing that is tested later depends on. */
    private static final List<String> SPARE =
            List.of("vikram.sethi", "tove.ansgar", "bram.oduya", "pilar.quade", "keziah.moss");

    static Optional<Object> body(Op op, Pool pool, Random random) {
        String spare = SPARE.get(random.nextInt(SPARE.size()));
        int number = random.nextInt(100_000);
        switch (op.id()) {
            case "evaluation":
                return Optional.of(evaluation());
            case "evaluations":
                return Optional.of(Map.of("evaluations", List.of(evaluation(), evaluation())));
            case "searchSubject":
                return Optional.of(without("subject"));
            case "searchResource", "recordFilter":
                return Optional.of(without("resource"));
            case "searchAction":
                return Optional.of(without("action"));
            case "checkCondition":
                return Optional.of(
                        Map.of("recordType", "cargo_lot", "text", "tonnes > " + number % 900));
            case "createDraft", "changeDraft":
                return Optional.of(
                        Map.of("name", "fuzz " + number, "changes", List.of(share(number))));
            case "editDraft", "previewEdit", "reachOfEdit":
                return Optional.of(Map.of("changes", List.of(share(number))));
            case "reading":
                return Optional.of(share(number));
            case "checkDesign", "proposeDesign":
                return Optional.of(design(share(number)));
            case "renameDraft":
                return Optional.of(Map.of("name", "renamed " + number));
            case "handDraftOver":
                return Optional.of(Map.of("person", "idris.munro"));
            case "bringDraftUp":
                return Optional.of(Map.of("theirs", List.of()));
            case "planPublication":
                return Optional.of(
                        Map.of(
                                "at",
                                Instant.now().plus(Duration.ofDays(30)).toString(),
                                "reason",
                                "later"));
            case "publishDraft", "submitDraft":
                return Optional.of(Map.of("reason", "fuzz", "override", "fuzz"));
            case "workInDraft":
                return Optional.of(Map.of());
            case "refuse":
                return Optional.of(Map.of("note", "no"));
            case "sayWhyOneLooks":
                return Optional.of(
                        Map.of(
                                "person",
                                "ilse.marrow",
                                "application",
                                "towline",
                                "reason",
                                "ticket " + number));
            case "keepQuestion", "noteQuestion":
                return Optional.of(
                        Map.of(
                                "application",
                                "towline",
                                "name",
                                "question " + number,
                                "address",
                                "/ask/what-can?person=p" + number % 50));
            case "changeQuestion":
                return Optional.of(
                        Map.of(
                                "shared",
                                random.nextBoolean(),
                                "version",
                                version(pool, "questions")));
            case "changeBatch":
                return Optional.of(
                        Map.of("note", "Welcome " + number, "version", version(pool, "bring-in")));
            case "beginByText":
                return Optional.of(
                        Map.of(
                                "text",
                                "Fay Fuzz <fay.%d@larkwater.example>\nno address"
                                        .formatted(number)));
            case "mapColumns":
                return Optional.of(Map.of("mapping", Map.of("0", "email")));
            case "addRow", "changeRow":
                return Optional.of(
                        Map.of(
                                "cells",
                                Map.of(
                                        "email",
                                        "row.%d@larkwater.example".formatted(number),
                                        "name",
                                        "Row Fuzz")));
            case "newAccount", "changeAccount":
                return Optional.of(
                        Map.of(
                                "name",
                                "Fuzz " + number,
                                "tags",
                                List.of("shipper"),
                                "domains",
                                List.of("fuzz%d.example".formatted(number)),
                                "version",
                                random.nextInt(2)));
            case "changeOwn":
                return Optional.of(
                        Map.of(
                                "givenName",
                                "Idris",
                                "familyName",
                                "Munro",
                                "timeZone",
                                "Europe/London"));
            case "delegate":
                return Optional.of(
                        Map.of(
                                "application",
                                "towline",
                                "delegate",
                                spare,
                                "lastDay",
                                "2030-01-01",
                                "reason",
                                "away"));
            case "actOnPeople":
                return Optional.of(act(spare, random));
            case "changePerson":
                return Optional.of(
                        Map.of(
                                "givenName",
                                "Given" + number % 10,
                                "familyName",
                                "Fuzz",
                                "timeZone",
                                "Europe/London",
                                "email",
                                pool.any("people.email").orElse("x@larkwater.example"),
                                "kind",
                                "staff",
                                "version",
                                random.nextInt(3)));
            case "newServiceToken", "newToken":
                return Optional.of(Map.of("label", "fuzz " + number));
            case "withRole":
                return Optional.of(Map.of("application", "towline", "role", "incident-watcher"));
            case "signIn":
                return Optional.of(
                        Map.of(
                                "email",
                                "osric.vane@larkwater.example",
                                "password",
                                "reads-every-ledger"));
            case "actFor":
                return Optional.of(Map.of("account", "larkwater"));
            case "newSource", "changeSource":
                return Optional.of(
                        Map.of(
                                "kind",
                                "scim",
                                "name",
                                "Source " + number,
                                "invite",
                                false,
                                "rights",
                                List.of("create", "change")));
            case "newTeam", "changeTeam":
                return Optional.of(Map.of("name", "Team " + number, "version", random.nextInt(3)));
            case "judgeMembers":
                return Optional.of(Map.of("text", spare + "@larkwater.example"));
            case "changeMembers":
                return Optional.of(Map.of("add", List.of(spare)));
            case "messageTeam":
                return Optional.of(Map.of("subject", "Fuzz", "body", "Nothing to do."));
            case "newSecondFactor":
                return Optional.of(Map.of("password", "reads-every-ledger"));
            case "changePassword":
                return Optional.of(Map.of("now", "wrong", "password", "correct-horse-" + number));
            case "POST /scim/v2/Users", "PUT /scim/v2/Users/{id}":
                return Optional.of(
                        Map.of(
                                "schemas",
                                List.of("urn:ietf:params:scim:schemas:core:2.0:User"),
                                "userName",
                                "scim.%d@larkwater.example".formatted(number % 500),
                                "name",
                                Map.of("givenName", "Scim", "familyName", "Fuzz"),
                                "active",
                                true));
            case "POST /scim/v2/Groups", "PUT /scim/v2/Groups/{id}":
                return Optional.of(
                        Map.of(
                                "schemas",
                                List.of("urn:ietf:params:scim:schemas:core:2.0:Group"),
                                "displayName",
                                "Group " + number));
            case "PATCH /scim/v2/Users/{id}", "PATCH /scim/v2/Groups/{id}":
                return Optional.of(patch(op, number));
            case "POST /scim/v2/Users/.search", "POST /scim/v2/Groups/.search":
                return Optional.of(
                        Map.of(
                                "schemas",
                                List.of("urn:ietf:params:scim:api:messages:2.0:SearchRequest"),
                                "count",
                                5));
            default:
                return Optional.empty();
        }
    }

    private static int version(Pool pool, String collection) {
        return pool.any(collection + ".version").map(Integer::parseInt).orElse(0);
    }

    private static Map<String, Object> patch(Op op, int number) {
        return Map.of(
                "schemas",
                List.of("urn:ietf:params:scim:api:messages:2.0:PatchOp"),
                "Operations",
                List.of(
                        Map.of(
                                "op",
                                "replace",
                                "path",
                                op.id().contains("Users") ? "name.givenName" : "displayName",
                                "value",
                                "Patched " + number)));
    }

    private static Map<String, Object> act(String person, Random random) {
        List<String> acts = List.of("suspend", "bringBack", "reset", "signOut", "lock", "unlock");
        return Map.of("act", acts.get(random.nextInt(acts.size())), "people", List.of(person));
    }

    private static Map<String, Object> evaluation() {
        return new LinkedHashMap<>(
                Map.of(
                        "subject",
                        Map.of("type", "person", "id", "ilse.marrow@larkwater.example"),
                        "action",
                        Map.of("name", "view"),
                        "resource",
                        Map.of("type", "cargo_lot", "id", "L-2041"),
                        "context",
                        Map.of()));
    }

    private static Map<String, Object> without(String what) {
        Map<String, Object> search = evaluation();
        switch (what) {
            case "subject" -> search.put("subject", Map.of("type", "person"));
            case "resource" -> search.put("resource", Map.of("type", "cargo_lot"));
            default -> search.remove("action");
        }
        search.put("page", Map.of("limit", 3));
        return search;
    }

    /** The part of a design that this change would put in. */
    static Map<String, Object> design(Map<String, Object> share) {
        return Map.of(
                "format",
                "nembar-design/1",
                "application",
                Map.of("key", "towline"),
                "design",
                Map.of("directShares", List.of(share.get("element"))));
    }

    private static Map<String, Object> share(int number) {
        return share("fuzz-" + number, "L-20" + (10 + number % 80));
    }

    /** A change that shares a cargo lot with somebody. */
    static Map<String, Object> share(String key, String lot) {
        return Map.of(
                "put",
                "directShares",
                "element",
                Map.of(
                        "key",
                        key,
                        "recordType",
                        "cargo_lot",
                        "record",
                        lot,
                        "audience",
                        Map.of("of", List.of(Map.of("person", "clemency.hart"))),
                        "operations",
                        List.of("view"),
                        "reason",
                        "fuzz"));
    }
}
