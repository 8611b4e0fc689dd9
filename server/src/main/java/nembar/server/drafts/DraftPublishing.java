package nembar.server.drafts;

import jakarta.persistence.OptimisticLockException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Written;
import nembar.server.approval.Repeatable;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Gate;
import nembar.server.command.Judgement;
import nembar.server.command.Preview;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.PlannedPublicationStore;
import nembar.server.store.PublicationStore.Publication;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Publishes drafts: judged, now, or once somebody has agreed. */
@Service
class DraftPublishing {
    /** The act that waits for somebody's word; its target is the draft. */
    static final String ACT = "publication";

    private final Models models;
    private final DraftStore store;
    private final DraftService drafts;
    private final Clashes clashes;
    private final PlannedPublicationStore plans;
    private final Gate gate;
    private final Submissions submissions;
    private final Governance governance;

    DraftPublishing(
            Models models,
            DraftStore store,
            DraftService drafts,
            Clashes clashes,
            PlannedPublicationStore plans,
            Gate gate,
            Submissions submissions,
            Governance governance) {
        this.models = models;
        this.store = store;
        this.drafts = drafts;
        this.clashes = clashes;
        this.plans = plans;
        this.gate = gate;
        this.submissions = submissions;
        this.governance = governance;
    }

    private static ChangeSet changes(Draft draft) {
        return ChangeSet.of(draft.application(), DraftEdits.changes(draft));
    }

    /** Each edit in the name of who wrote it. */
    private Command.Builder command(
            Person publisher, Draft draft, String reason, Set<String> approvers) {
        Map<String, List<Change>> byWriter = new LinkedHashMap<>();
        for (Written one : DraftEdits.written(draft)) {
            byWriter.computeIfAbsent(one.writer(), any -> new ArrayList<>()).add(one.change());
        }
        List<Command.Edited> edited = new ArrayList<>();
        byWriter.forEach(
                (writer, some) ->
                        models.directory()
                                .person(writer)
                                .ifPresent(
                                        one ->
                                                edited.add(
                                                        new Command.Edited(
                                                                one,
                                                                ChangeSet.of(
                                                                        draft.application(),
                                                                        some)))));
        return Command.by(publisher, reason).edited(edited).approvedBy(approvers);
    }

    Judgement judged(Person author, Draft draft) {
        return gate.judge(
                command(author, draft, "", Set.copyOf(draft.approvals()))
                        .changing(now -> changes(draft))
                        .build());
    }

    /**
     * Publishes it.
     *
     * @param override why broken expectations are put up with; empty where they are not
     * @throws Refused with everything that stands against it
     */
    Publication publish(
            Person me,
            String application,
            String id,
            long expected,
            String reason,
            String override) {
        Draft draft = requirePublishing(me, application, id, expected, reason);
        return gate.execute(publication(me, draft, reason, override).build())
                .publication(application)
                .orElseThrow(
                        () ->
                                new BadRequest(
                                        "changes",
                                        "The draft changes nothing: it is as published."));
    }

    /**
     * A draft that somebody may publish, with the reason they give.
     *
     * @throws OptimisticLockException when it is not the version expected any more
     */
    Draft requirePublishing(
            Person me, String application, String id, long expected, String reason) {
        Draft draft = drafts.known(application, id);
        governance.requireOnDraft(me, "publish", id, application, draft.author());
        if (reason == null || reason.isBlank()) {
            throw new BadRequest("reason", "Say why, for whoever reads it later.");
        }
        if (draft.version() != expected || !draft.open()) {
            throw new OptimisticLockException(id);
        }
        return draft;
    }

    private Command.Builder publication(Person me, Draft draft, String reason, String override) {
        return command(me, draft, reason.strip(), Set.copyOf(approvers(draft, me)))
                .needing(Need.onDraft("publish", draft.id(), draft.application(), draft.author()))
                .overriding(override)
                .changing(
                        now -> {
                            clashes.requireNone(draft);
                            return changes(draft);
                        })
                .within(
                        judgement -> {
                            store.published(draft.id(), draft.version(), judgement.at());
                            plans.unplan(draft.id());
                        });
    }

    /**
     * A publication that waits for somebody's approval.
     *
     * @param version the draft's, as it was when it was asked for
     */
    record AskedPublication(String application, long version, String reason, String override) {}

    /** Publishes a draft as far as it is submitted to go. */
    Preview submit(Submission submission, String id, AskedPublication asked) {
        Draft draft =
                requirePublishing(
                        submission.author(),
                        asked.application(),
                        id,
                        asked.version(),
                        asked.reason());
        return submissions.submit(
                submission,
                publication(submission.author(), draft, asked.reason(), asked.override()));
    }

    /** Publications can wait for somebody's approval. */
    @Configuration(proxyBeanMethods = false)
    static class RepeatablePublication {
        @Bean
        Repeatable<AskedPublication> publicationAgain(DraftPublishing publishing) {
            return new Repeatable<>(ACT, AskedPublication.class, publishing::submit);
        }
    }

    private static List<String> approvers(Draft draft, Person publisher) {
        Set<String> approvers = new LinkedHashSet<>(draft.approvals());
        if (!publisher.key().equals(draft.author())) {
            approvers.add(publisher.key());
        }
        return List.copyOf(approvers);
    }
}
