package nembar.server.document;

import java.util.List;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Design;
import nembar.core.directory.Audience;
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
     * Reads a document over a directory that is there already.
     *
     * @throws ModelRefused with every problem found
     */
    public static AccessModel readOn(DesignDocument document, Directory directory) {
        PartReader reader = new PartReader();
        Application application = application(reader, document.application());
        Catalogue catalogue = new CatalogueReader(reader).read(document.catalogue());
        Design design = new DesignReader(reader).read(document.design());
        require(reader);
        return AccessModel.of(application, catalogue, directory, design);
    }

    /**
     * The application that its part describes.
     *
     * @throws ModelRefused with everything that cannot be read
     */
    public static Application application(DesignDocument.ApplicationPart part) {
        PartReader reader = new PartReader();
        Application application = application(reader, part);
        require(reader);
        return application;
    }

    private static Application application(PartReader reader, DesignDocument.ApplicationPart part) {
        return new Application(
                reader.text("application.key", part.key()),
                reader.text("application.name", part.name()),
                reader.zone("application.timeZone", part.timeZone()),
                part.state().isEmpty()
                        ? Application.State.OPEN
                        : reader.word(
                                "application.state", part.state(), Application.State.values()));
    }

    /**
     * The directory that its part describes.
     *
     * @throws ModelRefused with everything that cannot be read
     */
    public static Directory directory(DesignDocument.DirectoryPart part) {
        PartReader reader = new PartReader();
        Directory directory = new DirectoryReader(reader).read(part);
        require(reader);
        return directory;
    }

    /**
     * The design that its part describes; whether it belongs to anything is not looked at.
     *
     * @throws ModelRefused with everything that cannot be read
     */
    public static Design design(DesignDocument.DesignPart part) {
        PartReader reader = new PartReader();
        Design design = new DesignReader(reader).read(part);
        require(reader);
        return design;
    }

    /**
     * Record types that their parts describe; whether they belong to anything is not looked at.
     *
     * @throws ModelRefused with everything that cannot be read
     */
    public static List<RecordType> recordTypes(List<DesignDocument.RecordTypePart> parts) {
        PartReader reader = new PartReader();
        List<RecordType> types = new CatalogueReader(reader).recordTypes(parts);
        require(reader);
        return types;
    }

    /**
     * The audience that its part describes; whether there is what it names is not looked at.
     *
     * @throws ModelRefused with everything that cannot be read
     */
    public static Audience audience(String path, DesignDocument.AudiencePart part) {
        PartReader reader = new PartReader();
        Audience audience = reader.audience(path, part);
        require(reader);
        return audience;
    }

    private static void require(PartReader reader) {
        if (!reader.problems().isEmpty()) {
            throw new ModelRefused(reader.problems());
        }
    }
}
