package nembar.server.document;

import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.design.Design;
import nembar.core.directory.Directory;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;

/**
 * Takes a design document to the core's shapes. Collects everything that cannot be read, each with
 * its place, before giving up; a whole and readable document then goes through the model's check.
 */
public final class DocumentReader {
    private DocumentReader() {}

    /**
     * The model that a whole document describes.
     *
     * @throws ModelRefused with every problem found
     */
    public static AccessModel read(DesignDocument document) {
        Reading reading = new Reading();
        DesignDocument.ApplicationPart part = document.application();
        Application application =
                new Application(
                        reading.text("application.key", part.key()),
                        reading.text("application.name", part.name()),
                        reading.zone("application.timeZone", part.timeZone()));
        Catalogue catalogue = new CatalogueReader(reading).read(document.catalogue());
        Directory directory = new DirectoryReader(reading).read(document.directory());
        Design design = new DesignReader(reading).read(document.design());
        if (!reading.problems().isEmpty()) {
            throw new ModelRefused(reading.problems());
        }
        return AccessModel.of(application, catalogue, directory, design);
    }
}
