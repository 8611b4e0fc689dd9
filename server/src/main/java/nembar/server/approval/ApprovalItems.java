package nembar.server.approval;

import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import org.springframework.stereotype.Component;

/** Puts changes on the Desk of those whose word they wait for. */
@Component
class ApprovalItems implements DeskSource {
    private final Approvals approvals;
    private final Models models;

    ApprovalItems(Approvals approvals, Models models) {
        this.approvals = approvals;
        this.models = models;
    }

    @Override
    public Told told(Person me) {
        return Told.of(
                approvals.page(me.key(), true, 0, Paging.SIZE_AT_MOST).stream()
                        .filter(one -> !one.author().equals(me.key()))
                        .filter(one -> !one.agreed().contains(me.key()))
                        .map(
                                one ->
                                        DeskItem.of(
                                                DeskKind.WAITS_FOR_A_WORD,
                                                Optional.empty(),
                                                new Subject("request", one.id()),
                                                models.directory().personName(one.author())
                                                        + " waits for your word: "
                                                        + one.what(),
                                                one.why()))
                        .toList());
    }
}
