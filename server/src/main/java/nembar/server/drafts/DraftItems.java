package nembar.server.drafts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.core.text.Dates;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.governance.Governance;
import nembar.server.store.DraftStore;
import nembar.server.store.DraftStore.Draft;
import nembar.server.store.PlannedPublicationStore;
import nembar.server.store.PlannedPublicationStore.Planned;
import org.springframework.stereotype.Component;

/** Puts one's drafts on the Desk that were left lying, and those that could not be published. */
@Component
class DraftItems implements DeskSource {
    private static final Duration LEFT_AFTER = Duration.ofDays(3);

    private final DraftStore drafts;
    private final PlannedPublicationStore plans;
    private final Governance governance;
    private final Clock clock;

    DraftItems(
            DraftStore drafts, PlannedPublicationStore plans, Governance governance, Clock clock) {
        this.drafts = drafts;
        this.plans = plans;
        this.governance = governance;
        this.clock = clock;
    }

    @Override
    public Told told(Person me) {
        List<DeskItem> items = new ArrayList<>();
        Instant now = clock.instant();
        for (Draft draft : drafts.leftBy(me.key(), now.minus(LEFT_AFTER))) {
            int edits = draft.changes().size();
            items.add(
                    item(
                            DeskKind.DRAFT_LEFT_LYING,
                            draft,
                            "Your draft "
                                    + draft.name()
                                    + " has "
                                    + (edits == 1 ? "1 edit" : edits + " edits")
                                    + " and was last touched on "
                                    + Dates.DAY.format(draft.changedAt().atZone(me.zone()))
                                    + ".",
                            ""));
        }
        for (Planned planned : plans.failed()) {
            drafts.find(planned.draft())
                    .filter(Draft::open)
                    .filter(draft -> mine(me, planned, draft))
                    .ifPresent(
                            draft ->
                                    items.add(
                                            item(
                                                    DeskKind.PUBLICATION_FAILED,
                                                    draft,
                                                    draft.name()
                                                            + " was to be published, and was not.",
                                                    planned.failed())));
        }
        return Told.of(items);
    }

    private boolean mine(Person me, Planned planned, Draft draft) {
        return planned.publisher().equals(me.key())
                || governance.mayOnDraft(me, "publish", draft.application(), draft.author());
    }

    private static DeskItem item(DeskKind kind, Draft draft, String sentence, String why) {
        return DeskItem.of(
                kind,
                Optional.of(draft.application()),
                new Subject("draft", draft.id()),
                sentence,
                why);
    }
}
