package nembar.server.setup;

import java.io.IOException;
import java.sql.SQLException;
import nembar.server.applications.DesignImport;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentWriter;
import nembar.server.model.Models;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Before the first request is taken: reads the published models, brings Nembar's own catalogue up
 * to this program's, and has the demo world made where it is asked for.
 */
@Component
class Startup implements SmartInitializingSingleton {
    private final Models models;
    private final DesignImport imports;
    private final DemoSetup demo;
    private final boolean withDemo;

    Startup(
            Models models,
            DesignImport imports,
            DemoSetup demo,
            @Value("${nembar.demo}") boolean withDemo) {
        this.models = models;
        this.imports = imports;
        this.demo = demo;
        this.withDemo = withDemo;
    }

    @Override
    public void afterSingletonsInstantiated() {
        try {
            models.refresh();
            ownCatalogue();
            if (withDemo) {
                demo.run();
            }
        } catch (IOException | SQLException failed) {
            throw new IllegalStateException("Nembar could not be set up", failed);
        }
    }

    private void ownCatalogue() throws IOException {
        DesignDocument shipped =
                DocumentJson.read(
                        new ClassPathResource("builtin/nembar.json").getContentAsByteArray());
        boolean current =
                models.find(Models.NEMBAR)
                        .map(published -> DocumentWriter.write(published.model()).catalogue())
                        .filter(shipped.catalogue()::equals)
                        .isPresent();
        if (!current) {
            imports.install(shipped);
        }
    }
}
