package nembar.server.model;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.coverage.RecordSet;
import nembar.core.decision.PersonAccess;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.model.Standpoint;
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
    private final Clock clock;

    DesignImport(Models models, ModelStore store, Clock clock) {
        this.models = models;
        this.store = store;
        this.clock = clock;
    }

    /**
     * Imports on behalf of a person.
     *
     * @param expected the edition the author has seen
     * @return the edition it has become
     * @throws ModelRefused when the document and what stays do not belong together
     * @throws Refused when the author may not do this (docs/access-model.md, section 10)
     */
    public synchronized Edition publish(
            DesignDocument document, Person author, Optional<Edition> expected) {
        String key = document.application().key();
        if (key.equals(Models.NEMBAR) && document.catalogue() != null) {
            throw new ModelRefused(
                    List.of(
                            new Problem(
                                    "catalogue",
                                    "Nembar's own catalogue comes with the program; leave it"
                                            + " out")));
        }
        AccessModel next = check(document);
        models.find(key).ifPresent(now -> guardedAreas(now.model(), next, author));
        if (key.equals(Models.NEMBAR) || document.directory() != null) {
            AccessModel nembar =
                    key.equals(Models.NEMBAR)
                            ? next
                            : withDirectory(models.model(Models.NEMBAR), document.directory());
            neverNobody(nembar);
        }
        store.write(whole(document), expected);
        models.refresh();
        return models.find(key).orElseThrow().edition();
    }

    /** Imports as part of setting an installation up, when there is nobody yet to do it. */
    public synchronized void install(DesignDocument document) {
        check(document);
        store.write(whole(document), Optional.empty());
        models.refresh();
    }

    /** The model it would give, after seeing that other applications go with its directory too. */
    private AccessModel check(DesignDocument document) {
        AccessModel next = DocumentReader.read(merged(document));
        if (document.directory() != null) {
            for (AccessModel other : models.all()) {
                if (!other.application().key().equals(document.application().key())) {
                    withDirectory(other, document.directory());
                }
            }
        }
        return next;
    }

    private AccessModel withDirectory(AccessModel model, DirectoryPart directory) {
        DesignDocument now = DocumentWriter.write(model);
        return DocumentReader.read(
                new DesignDocument(
                        now.format(), now.application(), now.catalogue(), directory, now.design()));
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
        DesignPart noDesign = new DesignPart(null, null, null, null, null);
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

    /**
     * Guarded areas: what changes anybody's access to a guarded area, or the area itself, needs one
     * of its present stewards as the author.
     */
    private void guardedAreas(AccessModel now, AccessModel next, Person author) {
        Standpoint who = Standpoint.of(author, clock.instant());
        now.catalogue().areas().stream()
                .filter(area -> area.guarded() && !now.has(area.stewards().orElseThrow(), who))
                .forEach(
                        area -> {
                            boolean same =
                                    next.catalogue()
                                                    .area(area.key())
                                                    .filter(area::equals)
                                                    .isPresent()
                                            && typesIn(now, area.key())
                                                    .equals(typesIn(next, area.key()));
                            List<String> touched =
                                    same
                                            ? peopleTouched(now, next, typesIn(now, area.key()))
                                            : List.of();
                            if (!same || !touched.isEmpty()) {
                                throw new Refused(
                                        "This would change access to "
                                                + area.name()
                                                + ", which is guarded.",
                                        touched.isEmpty()
                                                ? List.of("The area itself would be changed.")
                                                : List.of(
                                                        "Access would change for "
                                                                + touched.get(0)
                                                                + (touched.size() > 1
                                                                        ? " and "
                                                                                + (touched.size()
                                                                                        - 1)
                                                                                + " more"
                                                                        : "")
                                                                + ".",
                                                        "Ask one of the area's stewards to make"
                                                                + " the change."));
                            }
                        });
    }

    private static List<RecordType> typesIn(AccessModel model, String area) {
        return model.catalogue().recordTypes().stream()
                .filter(type -> type.area().equals(area))
                .toList();
    }

    private List<String> peopleTouched(
            AccessModel now, AccessModel next, List<RecordType> guarded) {
        Instant at = clock.instant();
        List<String> touched = new ArrayList<>();
        for (Person person : next.directory().people()) {
            boolean same =
                    now.directory()
                            .person(person.key())
                            .map(
                                    before ->
                                            outcome(now, before, guarded, at)
                                                    .equals(outcome(next, person, guarded, at)))
                            .orElseGet(
                                    () ->
                                            outcome(next, person, guarded, at).stream()
                                                    .allMatch(RecordSet.NOTHING::equals));
            if (!same) {
                touched.add(person.name());
            }
        }
        return touched;
    }

    /** What the person has in these types, as symbols: equal symbols are equal access. */
    private static List<Object> outcome(
            AccessModel model, Person person, List<RecordType> types, Instant at) {
        List<Object> outcome = new ArrayList<>();
        List<Optional<String>> accounts =
                person.accounts().isEmpty()
                        ? List.of(Optional.empty())
                        : person.accounts().stream().map(Optional::of).toList();
        for (Optional<String> account : accounts) {
            PersonAccess access =
                    new PersonAccess(model, new Standpoint(person, account, at, true));
            for (RecordType type : types) {
                type.operations().forEach(one -> outcome.add(access.coverage(type, one).records()));
                type.fields()
                        .forEach(
                                field -> {
                                    var level = access.field(type, field);
                                    outcome.add(level.masked());
                                    outcome.add(level.viewed());
                                    outcome.add(level.changed());
                                });
            }
        }
        return outcome;
    }

    /** Never nobody: somebody active must still be able to change Nembar's own applications. */
    private void neverNobody(AccessModel nembar) {
        RecordType applications = nembar.catalogue().recordType("application").orElseThrow();
        boolean somebody =
                nembar.directory().people().stream()
                        .filter(Person::active)
                        .map(person -> Standpoint.of(person, clock.instant()))
                        .anyMatch(
                                who ->
                                        new PersonAccess(nembar, who)
                                                .coverage(applications, Operation.CHANGE)
                                                .records()
                                                .equals(RecordSet.EVERYTHING));
        if (!somebody) {
            throw new Refused(
                    "This would leave nobody able to administer Nembar.",
                    List.of(
                            "Leave at least one active person a role that may change every"
                                    + " application."));
        }
    }
}
