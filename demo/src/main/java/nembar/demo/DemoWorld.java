package nembar.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Set;

/** The demo world's files and its sign-ins. */
public final class DemoWorld {
    /** The decision token of Towline's own gateway; good for the demo on loopback only. */
    public static final String GATEWAY_TOKEN = "larkwater-gateway-decides-41";

    public static final String GATEWAY = "towline.gateway";

    /** Somebody who can sign in to the demo, and why one would. */
    public record SignIn(String person, String password, String as) {}

    private DemoWorld() {}

    public static List<SignIn> signIns() {
        return List.of(
                new SignIn("idris.munro", "kelp-and-ochre-7", "administers everything"),
                new SignIn("maren.holt", "delta-mole-at-dawn", "administers the Sorrel Delta"),
                new SignIn("agnete.solberg", "quiet-hands-aboard", "steward of crew welfare"),
                new SignIn("osric.vane", "reads-every-ledger", "auditor, changes nothing"));
    }

    /** Towline's catalogue, Larkwater's directory and the design, as a design document. */
    public static byte[] towline() {
        return read("towline.json");
    }

    /** Who administers, as a design document of Nembar itself. */
    public static byte[] nembar() {
        return read("nembar.json");
    }

    /** The statements that make Towline's empty tables. */
    public static String schema() {
        return new String(read("towline.sql"), StandardCharsets.UTF_8);
    }

    /** Statements that make the tables and records of Quayside, in a database of its own. */
    public static String quayside() {
        return new String(read("quayside.sql"), StandardCharsets.UTF_8);
    }

    private static byte[] read(String name) {
        try (InputStream file = DemoWorld.class.getResourceAsStream("/demo/" + name)) {
            return file.readAllBytes();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /**
     * A publication that brought the design where it is.
     *
     * @param daysAgo how long before the world is made
     * @param author key of the person who published
     * @param adds keys of the elements that came with it; the first brought all the others
     */
    public record Publication(Duration daysAgo, String author, String reason, Set<String> adds) {}

    /** The publications of the last months, the first one first. */
    public static List<Publication> publications() {
        return List.of(
                new Publication(
                        Duration.ofDays(150), "idris.munro", "Towline moves to Nembar", Set.of()),
                new Publication(
                        Duration.ofDays(110),
                        "idris.munro",
                        "Voyages are shared with the next basin",
                        Set.of("cross-to-canal", "cross-to-middle", "grave-incidents")),
                new Publication(
                        Duration.ofDays(75),
                        "vikram.sethi",
                        "Surveyors see the lots they sample",
                        Set.of("grain-to-surveyor", "ore-to-keelmark", "hazard-night")),
                new Publication(
                        Duration.ofDays(30),
                        "idris.munro",
                        "Credit checks before winter",
                        Set.of("tariff-contracts", "credit-running", "chase-isolde")),
                new Publication(
                        Duration.ofDays(9),
                        "vikram.sethi",
                        "Stand-in for the head of operations",
                        Set.of("desmond-to-piers", "voyage-to-juno")));
    }
}
