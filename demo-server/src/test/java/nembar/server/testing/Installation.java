package nembar.server.testing;

import java.util.ArrayList;
import java.util.List;
import nembar.demoserver.DemoServer;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The real application with the demo world, on a real PostgreSQL and a free port: started once in
 * each process of tests, and handed to their methods and constructors as a parameter.
 */
public final class Installation implements BeforeAllCallback, ParameterResolver {
    private static Installation running;

    private Cluster cluster;
    private ConfigurableApplicationContext context;

    @Override
    public void beforeAll(ExtensionContext tests) {
        // Kept by the process: each class may be a run of its own to JUnit.
        synchronized (Installation.class) {
            if (running == null) {
                start();
                running = this;
            }
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext tests) {
        return parameter.getParameter().getType() == Installation.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext tests) {
        return running;
    }

    public Cluster cluster() {
        return cluster;
    }

    /** A part of the running application. */
    public <T> T part(Class<T> type) {
        return context.getBean(type);
    }

    public String address() {
        int port = ((WebServerApplicationContext) context).getWebServer().getPort();
        return "http://127.0.0.1:" + port;
    }

    /** A client that nobody has signed in with. */
    public Client nobody() {
        return new Client(address());
    }

    public Client administrator() {
        return nobody().signIn("idris.munro@larkwater.example", "kelp-and-ochre-7");
    }

    public Client branchAdministrator() {
        return nobody().signIn("maren.holt@larkwater.example", "delta-mole-at-dawn");
    }

    public Client steward() {
        return nobody().signIn("agnete.solberg@larkwater.example", "quiet-hands-aboard");
    }

    public Client auditor() {
        return nobody().signIn("osric.vane@larkwater.example", "reads-every-ledger");
    }

    private void start() {
        cluster = Cluster.start();
        List<String> arguments =
                new ArrayList<>(List.of("--server.port=0", "--nembar.sign-in.of-network=100000"));
        cluster.settings().forEach(setting -> arguments.add("--" + setting));
        context = DemoServer.run(arguments.toArray(String[]::new));
    }
}
