package nembar.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

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

    private static byte[] read(String name) {
        try (InputStream file = DemoWorld.class.getResourceAsStream("/demo/" + name)) {
            return file.readAllBytes();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }
}
