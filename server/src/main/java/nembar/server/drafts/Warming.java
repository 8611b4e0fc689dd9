package nembar.server.drafts;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import nembar.core.answers.Impact;
import nembar.core.answers.Moment;
import nembar.core.answers.Proof;
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
            @Value("${nembar.warming:4s}") Duration atMost) {
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

    /** Without each set's last privilege in turn, until the time is over. */
    private void warm(AccessModel model, Instant end) {
        String application = model.application().key();
        Moment now = moments.now(application);
        AccessModel nembar = models.model(Models.NEMBAR);
        for (PrivilegeSet set : model.design().sets()) {
            if (Instant.now().isAfter(end) || models.model(application) != model) {
                return;
            }
            int last = set.privileges().size() - 1;
            AccessModel next =
                    Changes.apply(
                            model,
                            List.of(
                                    Change.Put.of(
                                            new PrivilegeSet(
                                                    set.key(),
                                                    set.name(),
                                                    set.purpose(),
                                                    set.privileges()
                                                            .subList(0, Math.max(0, last))))));
            Moment then = now.with(next);
            Impact.of(now, then).counted(records.counting(application), 0);
            model.directory().people().stream()
                    .findFirst()
                    .ifPresent(
                            one -> StandingRules.of(nembar, now, then, Author.of(one), Set.of()));
            model.design()
                    .expectations()
                    .forEach(one -> Proof.of(then, one, records.counting(application)));
        }
    }
}
