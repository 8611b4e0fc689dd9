package nembar.server.mail;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import nembar.server.governance.PeoplePermissions;
import nembar.server.http.Paging;
import nembar.server.session.Me;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Messages that wait, and those taken where the mail server can be looked at here. */
@RestController
@RequestMapping("/api/outbox")
class OutboxController {
    private static final int WAITING_AT_MOST = 200;

    private final Outbox outbox;
    private final ObjectProvider<TakenMail> taken;
    private final PeoplePermissions peoplePermissions;
    private final Me me;

    OutboxController(
            Outbox outbox,
            ObjectProvider<TakenMail> taken,
            PeoplePermissions peoplePermissions,
            Me me) {
        this.outbox = outbox;
        this.taken = taken;
        this.peoplePermissions = peoplePermissions;
        this.me = me;
    }

    /**
     * @param standIn whether the messages taken can be looked at here
     * @param taken a page of them, the last first
     */
    record OutboxPage(
            boolean standIn,
            List<Outbox.Waiting> waiting,
            List<TakenMail.Taken> taken,
            long total) {}

    @GetMapping
    @Operation(operationId = "outbox")
    OutboxPage outbox(
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "20") int size) {
        peoplePermissions.requireOutbox(me.person());
        List<TakenMail.Taken> all =
                taken.getIfAvailable() == null ? List.of() : taken.getObject().taken();
        return new OutboxPage(
                taken.getIfAvailable() != null,
                outbox.waiting(WAITING_AT_MOST),
                Paging.slice(all, page, size),
                all.size());
    }

    /** Tries what waits again now. */
    @PostMapping("/hurry")
    @Operation(operationId = "hurry")
    ResponseEntity<Void> hurry() {
        peoplePermissions.requireOutbox(me.person());
        outbox.hurry();
        return ResponseEntity.noContent().build();
    }
}
