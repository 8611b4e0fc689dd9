package nembar.server.setup;

import java.io.IOException;
import java.sql.SQLException;
import java.util.List;
import nembar.server.applications.DesignImport;
import nembar.server.document.DesignDocument;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentWriter;
import nembar.server.model.Models;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Before the first request is taken: reads the published models, brings Nembar's own catalogue up
 * to this program's, and takes what other steps the installation has.
 */
@Component
class Startup implements SmartInitializingSingleton {
    private final Models models;
    private final DesignImport imports;
    private final List<SetupStep> steps;

    Startup(Models models, DesignImport imports, List<SetupStep> steps) {
        this.models = models;
        this.imports = imports;
        this.steps = steps;
    }

    @Override
    public void afterSingletonsInstantiated() {
        try {
            models.refresh();
            ownCatalogue();
            for (SetupStep step : steps) {
                step.run();
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
