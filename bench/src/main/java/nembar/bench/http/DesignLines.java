package nembar.bench.http;

import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What a design comes to, and its changes. */
final class DesignLines {
    private final Run run;

    DesignLines(Run run) {
        this.run = run;
    }

    void measure() {
        findings();
        desk();
        review();
        drafts();
    }

    private void findings() {
        if (run.wants("findings")) {
            double[] took =
                    Clocked.millis(
                            0, 3, () -> run.idris().get(Run.TOWLINE + "/findings?page=0&size=50"));
            run.table().add("findings, the first time", "4 s", Run.ms(took[0]), "");
            run.table().add("findings, again", "4 s", Run.ms(took[2]), "");
        }
    }

    /** The Desk, once its findings have been worked out in the background. */
    private void desk() {
        if (!run.wants("desk")) {
            return;
        }
        while (!run.idris().json("/api/desk").path("working").isEmpty()) {
            LockSupport.parkNanos(Duration.ofSeconds(1).toNanos());
        }
        double[] took = Clocked.millis(1, 10, () -> run.idris().get("/api/desk"));
        Arrays.sort(took);
        run.table().add("desk, from what is kept", "1 s", Run.ms(took[took.length / 2]), "");
    }

    /** An edit of a set that many hold, what it changes, and its publication. */
    private void drafts() {
        if (!run.wants("impact") && !run.wants("publish")) {
            return;
        }
        JsonNode set = null;
        for (JsonNode one : run.idris().json(Run.TOWLINE + "/design").at("/design/privilegeSets")) {
            if (one.path("key").asString().equals("run-voyages")) {
                set = one;
            }
        }
        List<Double> impacts = new ArrayList<>();
        List<Double> publications = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            Object next = i % 2 == 0 ? with(set, "unit") : set;
            run.idris().send("PUT", Run.TOWLINE + "/tray", Map.of());
            JsonNode tray =
                    run.idris()
                            .json(
                                    "POST",
                                    Run.TOWLINE + "/tray/edits",
                                    Map.of(
                                            "changes",
                                            List.of(
                                                    Map.of(
                                                            "put",
                                                            "privilegeSets",
                                                            "element",
                                                            next))));
            String draft = Run.TOWLINE + "/drafts/" + tray.at("/draft/id").asString();
            impacts.add(
                    Clocked.median(0, 1, () -> run.idris().get(draft + "/impact?page=0&size=50")));
            publications.add(Clocked.median(0, 1, () -> run.idris().publish(draft)));
        }
        run.table().add("impact of an edit to a set that many hold", "2 s", Run.list(impacts), "");
        run.table().add("publish, the first time", "1 s", Run.ms(publications.get(0)), "");
        run.table().add("publish", "1 s", Run.list(publications.subList(1, 6)), "");
    }

    private static Object with(JsonNode set, String reach) {
        ObjectNode copy = (ObjectNode) set.deepCopy();
        ((ObjectNode) copy.at("/privileges/0")).put("reach", reach);
        return copy;
    }

    /** An access review of more than two thousand people: begun once, opened again and again. */
    private void review() {
        if (!run.wants("access review")) {
            return;
        }
        Map<String, Object> wanted =
                Map.of(
                        "name",
                        "All of Operations",
                        "scope",
                        Map.of(
                                "kind",
                                "people",
                                "audience",
                                Map.of(
                                        "of",
                                        List.of(Map.of("unit", "operations", "below", true)),
                                        "except",
                                        List.of())),
                        "asked",
                        "managers",
                        "due",
                        LocalDate.now().plusDays(20).toString());
        long begun = System.nanoTime();
        JsonNode review = run.idris().json("POST", Run.TOWLINE + "/reviews", wanted);
        double took = (System.nanoTime() - begun) / 1e6;
        String at = "/api/reviews/" + review.path("id").asString();
        String rights = review.at("/progress/rights").asLong() + " rights";
        run.table().add("access review of " + rights + ": begun", "", Run.ms(took), "");
        run.table()
                .add(
                        "access review of " + rights + ": opened, with its first people",
                        "1 s",
                        Run.ms(
                                Clocked.median(
                                        2,
                                        9,
                                        () -> {
                                            run.idris().get(at);
                                            run.idris().get(at + "/people?mine=false");
                                        })),
                        "");
        run.idris().send("POST", at + "/end", Map.of());
    }
}
