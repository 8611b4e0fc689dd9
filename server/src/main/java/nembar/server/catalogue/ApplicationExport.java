package nembar.server.catalogue;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import nembar.core.directory.Person;
import nembar.server.connections.Connections;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentWriter;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import nembar.server.store.Page;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import nembar.server.store.PublicationStore.Wanted;
import org.springframework.stereotype.Service;

/**
 * Writes an application whole (docs/catalogue.md): what is governed and designed as a design
 * document, how its database is reached without any password, and every publication. People and
 * where they sit are not an application's, and are left out.
 */
@Service
class ApplicationExport {
    private static final int AT_ONCE = 100;

    private final Models models;
    private final Governance governance;
    private final Connections connections;
    private final PublicationStore publications;

    ApplicationExport(
            Models models,
            Governance governance,
            Connections connections,
            PublicationStore publications) {
        this.models = models;
        this.governance = governance;
        this.connections = connections;
        this.publications = publications;
    }

    /** What writes the file, once whoever asks has been found to be allowed to. */
    interface Export {
        void to(OutputStream out) throws IOException;
    }

    Export of(Person me, String application) {
        models.model(application);
        governance.requireOnApplication(me, "change", application);
        return out -> write(application, out);
    }

    private void write(String application, OutputStream out) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out, UTF_8)) {
            entry(
                    zip,
                    "design.json",
                    DocumentJson.text(
                            DocumentWriter.write(models.model(application)).withoutDirectory()));
            Optional<Connections.Known> connection = connections.find(application);
            if (connection.isPresent()) {
                entry(
                        zip,
                        "connection.json",
                        DocumentJson.text(ConnectionShapes.shown(connection.get())));
            }
            zip.putNextEntry(new ZipEntry("publications.jsonl"));
            int page = 0;
            Page<Publication> some;
            do {
                some = publications.publications(application, Wanted.ALL, page++, AT_ONCE);
                for (Publication one : some.items()) {
                    zip.write((DocumentJson.text(one) + "\n").getBytes(UTF_8));
                }
            } while ((long) page * AT_ONCE < some.total());
            zip.closeEntry();
        }
    }

    private static void entry(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(UTF_8));
        zip.closeEntry();
    }
}
