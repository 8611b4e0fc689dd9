package nembar.bench.http;

import java.util.ArrayList;
import java.util.List;

/** What was measured, told as it comes and printed as a table in the end. */
final class ResultTable {
    private final List<Line> lines = new ArrayList<>();

    private record Line(String what, String target, String measured, String floor) {}

    /**
     * @param measured with its unit, like the others
     * @param floor what the floor took; empty where there is none
     */
    void add(String what, String target, String measured, String floor) {
        Line line = new Line(what, target, measured, floor);
        System.err.println(line);
        lines.add(line);
    }

    void print() {
        System.out.println("| what | target | measured | floor |\n|---|---|---|---|");
        lines.forEach(
                one ->
                        System.out.printf(
                                "| %s | %s | %s | %s |%n",
                                one.what(), one.target(), one.measured(), one.floor()));
    }
}
