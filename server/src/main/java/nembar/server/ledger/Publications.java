package nembar.server.ledger;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import nembar.core.answers.Concerned;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.directory.Person;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.model.ModelRefused;
import nembar.core.words.ChangeWords;
import nembar.server.answers.Impacts;
import nembar.server.document.ChangePart;
import nembar.server.document.DocumentChanges;
import nembar.server.governance.Governance;
import nembar.server.http.NotFound;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.store.Page;
import nembar.server.store.PublicationStore;
import nembar.server.store.PublicationStore.Publication;
import nembar.server.store.PublicationStore.Wanted;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** What was published, and what came of it. */
@Service
class Publications {
    private static final Logger LOG = LoggerFactory.getLogger(Publications.class);

    /** Longer than instants differ by being kept, and shorter than a publication takes. */
    private static final Duration JUST_BEFORE = Duration.ofMillis(1);

    private final Models models;
    private final Moments moments;
    private final PublicationStore store;
    private final Governance governance;
    private final Impacts impacts;
    private final TransactionTemplate transactions;

    /** How many of those whose people are not known were tried in vain since the start. */
    private volatile int passedOver;

    Publications(
            Models models,
            Moments moments,
            PublicationStore store,
            Governance governance,
            Impacts impacts,
            TransactionTemplate transactions) {
        this.models = models;
        this.moments = moments;
        this.store = store;
        this.governance = governance;
        this.impacts = impacts;
        this.transactions = transactions;
    }

    Page<Publication> some(Person me, String application, Wanted wanted, int page, int size) {
        governance.requireOnApplication(me, "view", application);
        models.model(application);
        Paging.check(page, size);
        if (!wanted.person().isEmpty()) {
            models.directory()
                    .person(wanted.person())
                    .filter(governance.mayView(me))
                    .orElseThrow(() -> new NotFound("person", "There is no such person."));
        }
        return store.publications(application, wanted, page, size);
    }

    Publication one(Person me, String application, long number) {
        governance.requireOnApplication(me, "view", application);
        return store.require(application, number);
    }

    /**
     * What a publication changed for people when it was made, counted on the records there are
     * today.
     */
    List<Impact.Line> impact(Person me, String application, long number) {
        Publication publication = one(me, application, number);
        return impacts.lines(me, before(publication), after(publication), "");
    }

    /**
     * What two publications differ in.
     *
     * @param words a sentence for each element that differs
     * @param changes from the design of the one to that of the other
     * @param inverse from that of the other to that of the one
     */
    record Comparison(List<String> words, List<ChangePart> changes, List<ChangePart> inverse) {}

    Comparison comparison(Person me, String application, long from, long to) {
        Moment was = after(one(me, application, from));
        Moment is = after(one(me, application, to));
        List<Change> changes = Changes.between(was.model(), is.model());
        return new Comparison(
                new ChangeWords(was.model(), is.model()).of(changes),
                DocumentChanges.write(changes),
                DocumentChanges.write(Changes.inverse(was.model(), changes)));
    }

    /**
     * What people had after the one and had not after the other, by everything that was changed in
     * between: the design, and where people were placed.
     */
    List<Impact.Line> comparedImpact(Person me, String application, long from, long to) {
        return impacts.lines(
                me, after(one(me, application, from)), after(one(me, application, to)), "");
    }

    private Moment before(Publication publication) {
        return at(publication, publication.at().minus(JUST_BEFORE));
    }

    private Moment after(Publication publication) {
        return at(publication, publication.at());
    }

    private Moment at(Publication publication, Instant at) {
        return moments.of(publication.application(), Optional.of(at));
    }

    /** Finds out whom publications concerned that were made since the last time. */
    @Scheduled(fixedDelayString = "${nembar.jobs.every}")
    void concern() {
        try {
            while (Boolean.TRUE.equals(transactions.execute(status -> concernOne()))) {
                LOG.debug("it is known of one more publication whom it concerned");
            }
        } catch (RuntimeException away) {
            LOG.warn("whom a publication concerned is not known yet: {}", away.getMessage());
        }
    }

    private boolean concernOne() {
        Optional<Publication> next = store.toConcern(passedOver);
        next.ifPresent(this::concern);
        return next.isPresent();
    }

    /** One that cannot be looked at does not hold up those after it. */
    private void concern(Publication publication) {
        Set<String> people;
        try {
            people = people(publication);
        } catch (ModelRefused | NotFound broken) {
            passedOver++;
            LOG.warn(
                    "whom publication {} of {} concerned cannot be told: {}",
                    publication.number(),
                    publication.application(),
                    broken.getMessage());
            return;
        }
        store.concern(publication.application(), publication.number(), people);
    }

    /** Nobody for the first one of an application: nobody had anything to lose or gain before. */
    private Set<String> people(Publication publication) {
        if (publication.number() == 1) {
            return Set.of();
        }
        return Concerned.by(
                before(publication),
                after(publication),
                DocumentChanges.read(publication.changes()));
    }
}
