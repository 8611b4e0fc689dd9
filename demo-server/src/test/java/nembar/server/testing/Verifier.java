package nembar.server.testing;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import nembar.demoserver.DemoServer;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.document.DocumentWriter;
import nembar.server.store.ModelStore;
import org.springframework.context.ConfigurableApplicationContext;

/** Reads what a database holds, once: a server that has only just begun, in this process. */
public final class Verifier implements AutoCloseable {
    private final ConfigurableApplicationContext context;
    private final ModelStore store;

    public Verifier(Cluster cluster) {
        List<String> arguments = new ArrayList<>(List.of("--server.port=0"));
        cluster.settings().forEach(setting -> arguments.add("--" + setting));
        context = DemoServer.run(arguments.toArray(String[]::new));
        store = context.getBean(ModelStore.class);
    }

    /** An application's document as the live tables have it. */
    public String stored(String application) {
        return text(store.readAll().documents().get(application));
    }

    /** An application's document as the history has it. */
    public String replayed(String application) {
        return text(store.readAt(application, Instant.now()).orElseThrow());
    }

    /** An application's document as a server has answered it. */
    public String told(String document) {
        return text(DocumentJson.read(document.getBytes(StandardCharsets.UTF_8)));
    }

    /** One form for documents that say the same. */
    private static String text(DesignDocument document) {
        return DocumentJson.text(DocumentWriter.write(DocumentReader.read(document)));
    }

    @Override
    public void close() {
        context.close();
    }
}
