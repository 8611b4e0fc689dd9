package nembar.server.drafts;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Counting;
import nembar.core.answers.Impact;
import nembar.core.answers.ImpactTotals;
import nembar.core.answers.Moment;
import nembar.core.command.ChangeSet;
import nembar.core.design.Design;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Role;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.AccessModel;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.words.ChangeWords;
import nembar.server.answers.Impacts;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Judgement;
import nembar.server.document.DesignDocument;
import nembar.server.document.DesignDocument.DesignPart;
import nembar.server.document.DesignDocument.RolePart;
import nembar.server.document.DocumentChanges;
import nembar.server.document.DocumentJson;
import nembar.server.document.DocumentReader;
import nembar.server.document.DocumentWriter;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.store.DraftStore.Draft;
import org.springframework.stereotype.Service;

/**
 * A design as a file: a part of it taken out, and files checked or brought in as a draft. A file
 * changes the design alone; what it says of the catalogue and of people is left aside.
 */
@Service
class DesignFiles {
    private final Models models;
    private final Moments moments;
    private final Governance governance;
    private final Impacts impacts;
    private final Gate gate;
    private final DraftEdits edits;

    DesignFiles(
            Models models,
            Moments moments,
            Governance governance,
            Impacts impacts,
            Gate gate,
            DraftEdits edits) {
        this.models = models;
        this.moments = moments;
        this.governance = governance;
        this.impacts = impacts;
        this.gate = gate;
        this.edits = edits;
    }

    /**
     * What a file would do.
     *
     * @param problems why it does not fit; then nothing else is told
     * @param notes what of it is left aside
     * @param words a sentence for each element that it changes
     * @param totals empty where it does not fit
     * @param judgement empty where it does not fit, or changes nothing
     */
    record Checked(
            List<Problem> problems,
            List<String> notes,
            List<String> words,
            Optional<ImpactTotals> totals,
            Optional<Judgement> judgement) {}

    /**
     * Roles with their privilege sets, and further sets, as a design document.
     *
     * @throws NotFound where there is none of that key
     */
    DesignDocument part(Person me, String application, Set<String> roles, Set<String> sets) {
        governance.requireOnApplication(me, "view", application);
        AccessModel model = models.model(application);
        Design design = model.design();
        Set<PrivilegeSet> kept = new LinkedHashSet<>();
        List<RolePart> taken = new ArrayList<>();
        for (String key : roles) {
            Role role = design.role(key).orElseThrow(() -> none("role", key));
            role.sets().forEach(set -> kept.add(set(design, set)));
            // Roles that are not in the file cannot be named in it.
            Set<String> conflicts = new LinkedHashSet<>(role.conflicts());
            conflicts.retainAll(roles);
            taken.add(DocumentWriter.role(role.withConflicts(conflicts)));
        }
        sets.forEach(key -> kept.add(set(design, key)));
        return new DesignDocument(
                DesignDocument.FORMAT,
                DocumentWriter.application(model.application()),
                null,
                null,
                new DesignPart(
                        kept.stream().map(DocumentWriter::set).toList(),
                        taken,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null));
    }

    private static PrivilegeSet set(Design design, String key) {
        return design.set(key).orElseThrow(() -> none("set", key));
    }

    private static NotFound none(String what, String key) {
        return new NotFound(what, "There is no such " + what + ": `" + key + "`.");
    }

    /**
     * What bringing the file in would do, for people whom whoever asks may see. Nothing is kept.
     *
     * @param merge whether what the file leaves out stays; else it would be taken away
     */
    Checked check(Person me, String application, byte[] file, boolean merge) {
        governance.requireOnApplication(me, "view", application);
        governance.requireOnDraft(me, "create", "new", application, me.key());
        Moment now = moments.now(application);
        List<Change> changes;
        DesignDocument document;
        Moment then;
        try {
            document = read(application, file);
            changes = changes(now.model(), document, merge);
            then = now.with(Changes.apply(now.model(), changes));
        } catch (ModelRefused refused) {
            return new Checked(
                    refused.problems(), List.of(), List.of(), Optional.empty(), Optional.empty());
        }
        List<String> notes = notes(now.model(), document);
        List<String> words = new ChangeWords(now.model(), then.model()).of(changes);
        Impact seen = impacts.visible(me, Impact.of(now, then));
        Counting counting = governance.counting(me, now.model());
        ImpactTotals totals = ImpactTotals.of(seen.people(), seen.counted(counting, 0), counting);
        Optional<Judgement> judgement =
                changes.isEmpty()
                        ? Optional.empty()
                        : Optional.of(
                                gate.judge(
                                        Command.by(me, "Design file")
                                                .changing(any -> ChangeSet.of(application, changes))
                                                .build()));
        return new Checked(List.of(), notes, words, Optional.of(totals), judgement);
    }

    /**
     * Brings the file in as a draft.
     *
     * @throws ModelRefused with everything that does not fit
     */
    Draft propose(Person me, String application, byte[] file, boolean merge, String name) {
        governance.requireOnApplication(me, "view", application);
        AccessModel published = models.model(application);
        List<Change> changes = changes(published, read(application, file), merge);
        if (changes.isEmpty()) {
            throw new BadRequest("design", "The file changes nothing: it is as published.");
        }
        return edits.create(
                me,
                application,
                name.isBlank() ? "A design from a file" : name,
                DocumentChanges.write(changes));
    }

    private static DesignDocument read(String application, byte[] file) {
        DesignDocument document = DocumentJson.read(file);
        if (!document.application().key().equals(application)) {
            throw refused(
                    "application.key",
                    "the file is of `"
                            + document.application().key()
                            + "`, not of this application");
        }
        if (document.design() == null) {
            throw refused("design", "the file has no design in it");
        }
        return document;
    }

    private static List<Change> changes(
            AccessModel published, DesignDocument document, boolean merge) {
        Design design = DocumentReader.design(document.design());
        List<Change> puts = new ArrayList<>();
        design.elements().forEach(one -> puts.add(Change.Put.of(one)));
        AccessModel next = merge ? Changes.apply(published, puts) : published.withDesign(design);
        return Changes.between(published.design(), next.design());
    }

    private static List<String> notes(AccessModel published, DesignDocument document) {
        DesignDocument now = DocumentWriter.write(published);
        List<String> notes = new ArrayList<>();
        if (document.catalogue() != null && !document.catalogue().equals(now.catalogue())) {
            notes.add("The file has another catalogue than what is published; it is left aside.");
        }
        if (document.directory() != null && !document.directory().equals(now.directory())) {
            notes.add("The file has other people or places than there are; they are left aside.");
        }
        return notes;
    }

    private static ModelRefused refused(String path, String message) {
        return new ModelRefused(List.of(new Problem(path, message)));
    }
}
