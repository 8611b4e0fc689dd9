package nembar.server.mail;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import nembar.core.directory.Person;
import nembar.server.governance.Governance;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import nembar.server.session.Me;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Messages that wait, and, in the demo, those that the stand-in mail server has taken. */
@RestController
@RequestMapping("/api/outbox")
class OutboxController {
    private static final int WAITING_AT_MOST = 200;
    private static final int SIZE_AT_MOST = 100;

    private final Outbox outbox;
    private final ObjectProvider<StandIn> standIn;
    private final Governance governance;
    private final Models models;
    private final Me me;

    OutboxController(
            Outbox outbox,
            ObjectProvider<StandIn> standIn,
            Governance governance,
            Models models,
            Me me) {
        this.outbox = outbox;
        this.standIn = standIn;
        this.governance = governance;
        this.models = models;
        this.me = me;
    }

    /**
     * @param standIn whether the messages taken can be looked at here
     * @param taken a page of them, the last first
     */
    record OutboxPage(
            boolean standIn, List<Outbox.Waiting> waiting, List<StandIn.Taken> taken, long total) {}

    @GetMapping
    @Operation(operationId = "outbox")
    OutboxPage outbox(
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "20") int size) {
        requireInviter();
        List<StandIn.Taken> all =
                standIn.getIfAvailable() == null ? List.of() : standIn.getObject().taken();
        return new OutboxPage(
                standIn.getIfAvailable() != null,
                outbox.waiting(WAITING_AT_MOST),
                all.stream()
                        .skip((long) Math.max(page, 0) * size)
                        .limit(Math.min(Math.max(size, 1), SIZE_AT_MOST))
                        .toList(),
                all.size());
    }

    /** Tries what waits again now. */
    @PostMapping("/hurry")
    @Operation(operationId = "hurry")
    ResponseEntity<Void> hurry() {
        requireInviter();
        outbox.hurry();
        return ResponseEntity.noContent().build();
    }

    /** Its messages let people in: it is for those who may invite everybody. */
    private void requireInviter() {
        Person asking = me.person();
        boolean all =
                models.directory().people().stream().allMatch(governance.may(asking, "invite"));
        if (!all) {
            throw new Refused(
                    "The outbox is for those who may invite everybody.",
                    List.of("Its messages carry links that let people in."));
        }
    }
}
