package nembar.server.applications;

import jakarta.persistence.OptimisticLockException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import nembar.core.catalogue.Application;
import nembar.core.command.ChangeSet;
import nembar.core.command.ChangeSet.OfApplication;
import nembar.core.command.Need;
import nembar.core.command.Snapshot;
import nembar.core.design.Design;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.draft.Changes;
import nembar.core.element.Elements;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.text.Words;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Judgement;
import nembar.server.command.PersonChange;
import nembar.server.document.DesignDocument;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.document.DesignDocument.DesignPart;
import nembar.server.document.DocumentReader;
import nembar.server.document.DocumentWriter;
import nembar.server.history.Actor;
import nembar.server.history.Acts;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.store.ModelStore.Edition;
import org.springframework.stereotype.Service;

/**
 * Takes in a design document: parts it has replace those published, parts it leaves out stay. It
 * becomes a command like any other, with everything in which it differs from what is published.
 */
@Service
public class DesignImport {
    private final Models models;
    private final Gate gate;
    private final Acts acts;

    DesignImport(Models models, Gate gate, Acts acts) {
        this.models = models;
        this.gate = gate;
        this.acts = acts;
    }

    /**
     * Takes it in on behalf of a person.
     *
     * @param reason why, or what is done, in words
     * @param seen the edition the author has seen
     * @param also done in the same transaction
     * @return the edition it has become
     * @throws ModelRefused when the document and what stays do not belong together
     * @throws Refused when the author may not do all that it comes to
     * @throws OptimisticLockException when what it replaces has been changed since
     */
    public Edition publish(
            DesignDocument document, Person author, String reason, Edition seen, Runnable also) {
        String key = document.application().key();
        ownCatalogueStays(document);
        gate.execute(
                Command.by(author, reason)
                        .needing(Need.onApplication("change", key))
                        .changing(
                                now -> {
                                    ChangeSet changes = changes(now, document);
                                    same(key, seen, changes);
                                    return changes;
                                })
                        .within(judgement -> note(author, judgement))
                        .within(also)
                        .build());
        return models.find(key).orElseThrow().edition();
    }

    /** What others have changed meanwhile of what the document replaces makes it stale. */
    private void same(String key, Edition seen, ChangeSet changes) {
        Edition now = models.find(key).orElseThrow().edition();
        boolean directory = changes.directory().none() || now.directory() == seen.directory();
        if (now.application() != seen.application() || !directory) {
            throw new OptimisticLockException(key);
        }
    }

    private void note(Person author, Judgement judgement) {
        Directory before = judgement.before().directory();
        for (Person next : judgement.changes().directory().people()) {
            String words =
                    before.person(next.key())
                            .map(was -> words(was, next, before))
                            .orElse("brought them in");
            acts.note(author.key(), "person", next.key(), words + " (by a design document)");
        }
    }

    private static String words(Person was, Person next, Directory directory) {
        String fields = new PersonChange(was, next).done(directory);
        return was.status() == next.status()
                ? fields
                : fields
                        + (fields.isEmpty() ? "" : ", and ")
                        + "made them "
                        + Words.of(next.status());
    }

    /** Takes it in as part of setting an installation up, when there is nobody yet to do it. */
    public void install(DesignDocument document) {
        gate.execute(
                Command.by(Actor.PROGRAM, "Set up")
                        .changing(now -> changes(now, document))
                        .unpublished()
                        .build());
    }

    /** Takes a document in as published by somebody on a past day: for a world made with a past. */
    public void install(DesignDocument document, String publisher, String reason, Instant at) {
        gate.execute(
                Command.by(Actor.PROGRAM, reason)
                        .changing(now -> changes(now, document))
                        .asOf(at, publisher)
                        .build());
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

    /** Everything in which the document differs from what is published. */
    private static ChangeSet changes(Snapshot now, DesignDocument document) {
        String key = document.application().key();
        Directory directory =
                document.directory() == null
                        ? now.directory()
                        : DocumentReader.directory(document.directory());
        Optional<AccessModel> known = now.find(key);
        AccessModel next = DocumentReader.readOn(whole(document, known), directory);
        Optional<Application> application =
                Optional.of(next.application())
                        .filter(
                                one ->
                                        known.map(AccessModel::application)
                                                .filter(one::equals)
                                                .isEmpty());
        Elements before = known.<Elements>map(model -> model).orElse(Design.empty());
        return new ChangeSet(
                document.directory() == null ? Edits.NONE : edits(now.directory(), directory),
                Map.of(key, new OfApplication(application, Changes.between(before, next))));
    }

    /** The document with what is published in place of the parts it leaves out. */
    private static DesignDocument whole(DesignDocument document, Optional<AccessModel> known) {
        Optional<DesignDocument> now = known.map(DocumentWriter::write);
        CataloguePart noCatalogue = new CataloguePart(null, null, null);
        DesignPart noDesign =
                new DesignPart(null, null, null, null, null, null, null, null, null, null);
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
     * @throws ModelRefused where somebody is left out: people are closed, never taken out
     */
    private static Edits edits(Directory now, Directory next) {
        List<Problem> problems =
                now.people().stream()
                        .filter(one -> next.person(one.key()).isEmpty())
                        .map(
                                one ->
                                        new Problem(
                                                "directory.people[" + one.key() + "]",
                                                "people are never taken out; leave them in, with"
                                                        + " the status `closed` where they have"
                                                        + " left"))
                        .toList();
        if (!problems.isEmpty()) {
            throw new ModelRefused(problems);
        }
        Edits edits =
                new Edits(
                        put(now.accounts(), next.accounts(), Account::key),
                        put(now.units(), next.units(), Unit::key),
                        put(now.teams(), next.teams(), Team::key),
                        put(now.people(), next.people(), Person::key),
                        gone(now.accounts(), next.accounts(), Account::key),
                        gone(now.units(), next.units(), Unit::key),
                        gone(now.teams(), next.teams(), Team::key),
                        Optional.empty());
        return now.attributes().equals(next.attributes())
                ? edits
                : edits.withAttributes(next.attributes());
    }

    private static <T> List<T> put(List<T> now, List<T> next, Function<T, String> key) {
        Map<String, T> known = new LinkedHashMap<>();
        now.forEach(one -> known.put(key.apply(one), one));
        List<T> put = new ArrayList<>(next);
        put.removeIf(one -> one.equals(known.get(key.apply(one))));
        return put;
    }

    private static <T> Set<String> gone(List<T> now, List<T> next, Function<T, String> key) {
        Set<String> gone = new HashSet<>();
        now.forEach(one -> gone.add(key.apply(one)));
        next.forEach(one -> gone.remove(key.apply(one)));
        return gone;
    }
}
