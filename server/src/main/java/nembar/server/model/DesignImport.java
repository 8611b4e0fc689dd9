package nembar.server.model;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.server.document.DesignDocument;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.document.DesignDocument.DesignPart;
import nembar.server.document.DesignDocument.DirectoryPart;
import nembar.server.document.DocumentReader;
import nembar.server.document.DocumentWriter;
import nembar.server.http.Refused;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.Edition;
import org.springframework.stereotype.Service;

/**
 * Takes in a design document: parts it has replace those published, parts it leaves out stay. All
 * of it takes effect, or, where anything is wrong, nothing.
 */
@Service
public class DesignImport {
    private final Models models;
    private final ModelStore store;
    private final Publishing publishing;

    DesignImport(Models models, ModelStore store, Publishing publishing) {
        this.models = models;
        this.store = store;
        this.publishing = publishing;
    }

    /**
     * Imports on behalf of a person.
     *
     * @param expected the edition the author has seen
     * @return the edition it has become
     * @throws ModelRefused when the document and what stays do not belong together
     * @throws Refused when a standing rule forbids it (docs/access-model.md, section 10)
     */
    public synchronized Edition publish(
            DesignDocument document, Person author, Optional<Edition> expected) {
        String key = document.application().key();
        ownCatalogueStays(document);
        Map<String, AccessModel> next = checked(document);
        publishing.require(publishing.objections(next, author, Set.of()));
        publishing.publish(
                whole(document),
                expected,
                next.get(key),
                new Publishing.Word(author, "Design document", List.of(), ""),
                Optional.empty());
        return models.find(key).orElseThrow().edition();
    }

    /** Imports as part of setting an installation up, when there is nobody yet to do it. */
    public synchronized void install(DesignDocument document) {
        checked(document);
        synchronized (models) {
            store.write(whole(document), Optional.empty());
            models.refresh();
        }
    }

    /** The same, published by somebody on a past day: for a world that is made with a past. */
    public synchronized void install(DesignDocument document, Publishing.Word word, Instant at) {
        Map<String, AccessModel> next = checked(document);
        publishing.publish(
                whole(document),
                Optional.empty(),
                next.get(document.application().key()),
                word,
                Optional.empty(),
                at);
    }

    /**
     * Every model that the document would change, by application: its own, and with a directory all
     * others too.
     */
    private Map<String, AccessModel> checked(DesignDocument document) {
        String key = document.application().key();
        Map<String, AccessModel> next = new LinkedHashMap<>();
        next.put(key, DocumentReader.read(merged(document)));
        if (document.directory() != null) {
            for (AccessModel other : models.all()) {
                next.computeIfAbsent(
                        other.application().key(),
                        any -> withDirectory(other, document.directory()));
            }
        }
        return next;
    }

    private void ownCatalogueStays(DesignDocument document) {
        boolean changed =
                document.application().key().equals(Models.NEMBAR)
                        && document.catalogue() != null
                        && !document.catalogue()
                                .equals(
                                        DocumentWriter.write(models.model(Models.NEMBAR))
                                                .catalogue());
        if (changed) {
            throw new ModelRefused(
                    List.of(
                            new Problem(
                                    "catalogue",
                                    "Nembar's own catalogue comes with the program; leave it"
                                            + " out or as it is")));
        }
    }

    /** The other application's model with this directory; its problems are named after it. */
    private static AccessModel withDirectory(AccessModel model, DirectoryPart directory) {
        DesignDocument now = DocumentWriter.write(model);
        try {
            return DocumentReader.read(
                    new DesignDocument(
                            now.format(),
                            now.application(),
                            now.catalogue(),
                            directory,
                            now.design()));
        } catch (ModelRefused refused) {
            String application = model.application().name();
            throw new ModelRefused(
                    refused.problems().stream()
                            .map(
                                    one ->
                                            new Problem(
                                                    one.path(),
                                                    one.message()
                                                            + " (needed by "
                                                            + application
                                                            + ")"))
                            .toList());
        }
    }

    /** The document with what is published in place of the parts it leaves out. */
    private DesignDocument merged(DesignDocument document) {
        DesignDocument whole = whole(document);
        return new DesignDocument(
                whole.format(),
                whole.application(),
                whole.catalogue(),
                document.directory() != null ? document.directory() : store.directory(),
                whole.design());
    }

    /** As merged, but for the directory, which stays out when the document has none. */
    private DesignDocument whole(DesignDocument document) {
        Optional<DesignDocument> now =
                models.find(document.application().key())
                        .map(published -> DocumentWriter.write(published.model()));
        CataloguePart noCatalogue = new CataloguePart(null, null, null);
        DesignPart noDesign = new DesignPart(null, null, null, null, null, null, null, null, null);
        return new DesignDocument(
                document.format(),
                document.application(),
                document.catalogue() != null
                        ? document.catalogue()
                        : now.map(DesignDocument::catalogue).orElse(noCatalogue),
                document.directory(),
                document.design() != null
                        ? document.design()
                        : now.map(DesignDocument::design).orElse(noDesign));
    }
}
