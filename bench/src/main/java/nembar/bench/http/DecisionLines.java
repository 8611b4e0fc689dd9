package nembar.bench.http;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import nembar.demo.DemoWorld;

/** What programs ask. */
final class DecisionLines {
    private static final int CLIENTS = 8;
    private static final int SECONDS = 6;

    private final Run run;

    DecisionLines(Run run) {
        this.run = run;
    }

    void measure() {
        String nobody = evaluation("nobody@nowhere.example", "view", "L-1", null);
        String lot =
                run.one(
                        "select number from towline.cargo_lot where basin = 'sorrel-delta' limit 1");
        Map<String, Object> sent =
                Map.of("basin", "sorrel-delta", "goods", "barley", "status", "booked");
        String ilse = "ilse.marrow@larkwater.example";
        Map<String, String> asked =
                Map.of(
                        "yes", evaluation(ilse, "view", lot, null),
                        "no", evaluation(ilse, "delete", lot, null),
                        "with the record sent", evaluation(ilse, "view", lot, sent));
        if (run.wants("evaluation")) {
            double floor = perSecond(nobody);
            for (String kind : List.of("yes", "no", "with the record sent")) {
                run.table()
                        .add(
                                "evaluation, " + kind,
                                "0.9 of the floor",
                                Run.times(perSecond(asked.get(kind))),
                                "one of nobody: " + Run.times(floor));
            }
        }
        if (run.wants("1 000 in a batch")) {
            List<String> lots = run.all("select number from towline.cargo_lot limit 1000");
            List<Object> resources = new ArrayList<>();
            lots.forEach(
                    key ->
                            resources.add(
                                    Map.of("resource", Map.of("type", "cargo_lot", "id", key))));
            Object batch =
                    Map.of(
                            "subject", Map.of("type", "person", "id", ilse),
                            "action", Map.of("name", "view"),
                            "evaluations", resources);
            run.table()
                    .add(
                            "1 000 in a batch",
                            "150 ms",
                            Run.ms(
                                    Clocked.median(
                                            3,
                                            9,
                                            () ->
                                                    run.program()
                                                            .send(
                                                                    "POST",
                                                                    "/access/v1/evaluations",
                                                                    batch))),
                            "");
        }
    }

    private double perSecond(String body) {
        return Clocked.perSecond(
                CLIENTS,
                SECONDS,
                () ->
                        new Wire(
                                        run.address(),
                                        DemoWorld.GATEWAY_TOKEN,
                                        "/access/v1/evaluation",
                                        body)
                                ::send);
    }

    private static String evaluation(
            String who, String action, String lot, Map<String, Object> properties) {
        Map<String, Object> resource =
                properties == null
                        ? Map.of("type", "cargo_lot", "id", lot)
                        : Map.of("type", "cargo_lot", "id", lot, "properties", properties);
        return Caller.JSON.writeValueAsString(
                Map.of(
                        "subject", Map.of("type", "person", "id", who),
                        "action", Map.of("name", action),
                        "resource", resource));
    }
}
