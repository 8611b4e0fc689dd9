package nembar.server.drafts;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import nembar.core.answers.Counting;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.draft.Change;
import nembar.core.draft.Changes;
import nembar.core.governance.Author;
import nembar.core.governance.StandingRules;
import nembar.core.model.AccessModel;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.records.Records;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Works out consequences that nobody asked for right after a start, for a short while, so that the
 * first who edits does not wait for what is compiled and read the first time.
 */
@Component
class Warming {
    private static final Logger LOG = LoggerFactory.getLogger(Warming.class);

    private final Models models;
    private final Moments moments;
    private final Records records;
    private final Duration atMost;

    Warming(
            Models models,
            Moments moments,
            Records records,
            @Value("${nembar.warming:20s}") Duration atMost) {
        this.models = models;
        this.moments = moments;
        this.records = records;
        this.atMost = atMost;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        if (atMost.isZero()) {
            return;
        }
        Thread thread = new Thread(this::warm, "warming");
        thread.setDaemon(true);
        thread.setPriority(Thread.MIN_PRIORITY);
        thread.start();
    }

    private void warm() {
        Instant end = Instant.now().plus(atMost);
        try {
            for (AccessModel model : models.all()) {
                if (!model.application().key().equals(Models.NEMBAR)) {
                    warm(model, end);
                }
            }
        } catch (RuntimeException away) {
            LOG.debug("no warming: {}", away.getMessage());
        }
    }

    /**
     * Without what a set gives on each record type in turn, so that each is counted once, until the
     * time is over.
     */
    private void warm(AccessModel model, Instant end) {
        String application = model.application().key();
        Moment now = moments.now(application);
        AccessModel nembar = models.model(Models.NEMBAR);
        for (RecordType type : model.catalogue().recordTypes()) {
            if (Instant.now().isAfter(end) || models.model(application) != model) {
                return;
            }
            model.design().sets().stream()
                    .filter(set -> set.privileges().stream().anyMatch(one -> on(one, type)))
                    .findFirst()
                    .map(set -> Changes.apply(model, List.of(Change.Put.of(without(set, type)))))
                    .ifPresent(next -> work(now, now.with(next), nembar));
        }
    }

    private void work(Moment now, Moment then, AccessModel nembar) {
        AccessModel model = now.model();
        Counting counting = records.counting(model.application().key());
        Impact.of(now, then).counted(counting, 0);
        model.directory().people().stream()
                .findFirst()
                .ifPresent(one -> StandingRules.of(nembar, now, then, Author.of(one), Set.of()));
        model.design().expectations().forEach(one -> Proof.of(then, one, counting));
    }

    private static PrivilegeSet without(PrivilegeSet set, RecordType type) {
        return new PrivilegeSet(
                set.key(),
                set.name(),
                set.purpose(),
                set.privileges().stream().filter(one -> !on(one, type)).toList());
    }

    private static boolean on(Privilege privilege, RecordType type) {
        return privilege instanceof Privilege.RecordPrivilege given
                && given.recordType().equals(type.key());
    }
}
