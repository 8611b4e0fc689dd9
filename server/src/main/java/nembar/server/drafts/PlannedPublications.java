package nembar.server.drafts;

import jakarta.persistence.OptimisticLockException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.model.ModelRefused;
import nembar.server.governance.Governance;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.Overtaken;
import nembar.server.http.Refused;
import nembar.server.mail.Outbox;
import nembar.server.model.Models;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.PlannedPublicationStore;
import nembar.server.store.PlannedPublicationStore.Planned;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Publishes drafts at their time, if everything still holds then. What could not be published stays
 * a draft; whoever planned it is told by mail.
 */
@Service
class PlannedPublications {
    private static final Logger LOG = LoggerFactory.getLogger(PlannedPublications.class);
    private static final Duration AT_MOST = Duration.ofDays(366);

    private final DraftStore store;
    private final DraftService drafts;
    private final DraftPublishing publishing;
    private final PlannedPublicationStore plans;
    private final Governance governance;
    private final Models models;
    private final Outbox outbox;
    private final TransactionTemplate transactions;
    private final Clock clock;

    PlannedPublications(
            DraftStore store,
            DraftService drafts,
            DraftPublishing publishing,
            PlannedPublicationStore plans,
            Governance governance,
            Models models,
            Outbox outbox,
            TransactionTemplate transactions,
            Clock clock) {
        this.store = store;
        this.drafts = drafts;
        this.publishing = publishing;
        this.plans = plans;
        this.governance = governance;
        this.models = models;
        this.outbox = outbox;
        this.transactions = transactions;
        this.clock = clock;
    }

    /**
     * Plans the publication of a draft as it is.
     *
     * @param override why broken expectations are put up with; empty where they are not
     */
    Planned plan(
            Person me,
            String application,
            String id,
            long expected,
            String reason,
            String override,
            Instant at) {
        Instant now = clock.instant();
        if (at == null || !at.isAfter(now) || at.isAfter(now.plus(AT_MOST))) {
            throw new BadRequest("at", "Give a time from now on, within a year.");
        }
        Draft draft = publishing.requirePublishing(me, application, id, expected, reason);
        Planned planned =
                new Planned(
                        id,
                        draft.version(),
                        me.key(),
                        reason.strip(),
                        override == null ? "" : override.strip(),
                        at,
                        "");
        plans.plan(planned);
        return planned;
    }

    /** When it is to be published, or why it could not be. */
    Optional<Planned> of(Draft draft) {
        return plans.planned(draft.id());
    }

    void unplan(Person me, String application, String id) {
        Draft draft = drafts.known(application, id);
        governance.requireOnDraft(me, "change", id, application, draft.author());
        plans.unplan(id);
    }

    /** Publishes those that are due. Any server may: each is published once. */
    @Scheduled(fixedDelayString = "${nembar.jobs.every}")
    void due() {
        List<Planned> due;
        try {
            due = plans.due(clock.instant());
        } catch (RuntimeException away) {
            LOG.debug("no look at planned publications: {}", away.getMessage());
            return;
        }
        due.forEach(this::publish);
    }

    private void publish(Planned planned) {
        Optional<Draft> draft = store.find(planned.draft()).filter(Draft::open);
        if (draft.isEmpty()) {
            plans.unplan(planned.draft());
            return;
        }
        try {
            Person publisher =
                    models.directory()
                            .person(planned.publisher())
                            .filter(Person::active)
                            .orElseThrow(
                                    () -> new NotFound("publisher", "Whoever planned it is gone."));
            publishing.publish(
                    publisher,
                    draft.get().application(),
                    planned.draft(),
                    planned.version(),
                    planned.reason(),
                    planned.override());
            plans.unplan(planned.draft());
        } catch (OptimisticLockException | Overtaken changed) {
            failed(planned, draft.get(), "The draft was edited after it was planned.");
        } catch (Refused refused) {
            failed(
                    planned,
                    draft.get(),
                    refused.getMessage() + " " + String.join(" ", refused.because()));
        } catch (ModelRefused | BadRequest | NotFound against) {
            failed(planned, draft.get(), against.getMessage());
        }
    }

    /** Says once that it was not published: another server may just have published it. */
    private void failed(Planned planned, Draft draft, String why) {
        transactions.executeWithoutResult(
                status -> {
                    boolean still = store.lock(draft.id()).isPresent();
                    boolean planning = plans.planned(draft.id()).equals(Optional.of(planned));
                    if (!still || !planning) {
                        return;
                    }
                    LOG.warn("the draft {} is not published: {}", draft.id(), why);
                    plans.plan(
                            new Planned(
                                    planned.draft(),
                                    planned.version(),
                                    planned.publisher(),
                                    planned.reason(),
                                    planned.override(),
                                    planned.dueAt(),
                                    why.strip()));
                    models.directory()
                            .person(planned.publisher())
                            .filter(Person::active)
                            .ifPresent(person -> tell(person, draft, why.strip()));
                });
    }

    private void tell(Person person, Draft draft, String why) {
        outbox.queue(
                person.email(),
                person.key(),
                Optional.empty(),
                "Not published: " + draft.name(),
                "Hello "
                        + person.givenName()
                        + ",\n\nthe draft "
                        + draft.name()
                        + " was to be published by now, and was not:\n\n"
                        + why
                        + "\n\nIt stays a draft, with all its edits. Look at its review, and publish or"
                        + " plan it again.\n");
    }
}
