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
        return readOn(document, directory(document.directory()));
    }

    /**
     * The same over a directory that is there already.
     *
     * @throws ModelRefused with every problem found
     */
    public static AccessModel readOn(DesignDocument document, Directory directory) {
        Reading reading = new Reading();
        DesignDocument.ApplicationPart part = document.application();
        Application application =
                new Application(
                        reading.text("application.key", part.key()),
                        reading.text("application.name", part.name()),
                        reading.zone("application.timeZone", part.timeZone()));
        Catalogue catalogue = new CatalogueReader(reading).read(document.catalogue());
        Design design = new DesignReader(reading).read(document.design());
        require(reading);
        return AccessModel.of(application, catalogue, directory, design);
    }

    /**
     * The directory that its part describes.
     *
     * @throws ModelRefused with everything that cannot be read
     */
    public static Directory directory(DesignDocument.DirectoryPart part) {
        Reading reading = new Reading();
        Directory directory = new DirectoryReader(reading).read(part);
        require(reading);
        return directory;
    }

    /**
     * The design that its part describes; whether it belongs to anything is not looked at.
     *
     * @throws ModelRefused with everything that cannot be read
     */
    public static Design design(DesignDocument.DesignPart part) {
        Reading reading = new Reading();
        Design design = new DesignReader(reading).read(part);
        require(reading);
        return design;
    }

    private static void require(Reading reading) {
        if (!reading.problems().isEmpty()) {
            throw new ModelRefused(reading.problems());
        }
    }
}
