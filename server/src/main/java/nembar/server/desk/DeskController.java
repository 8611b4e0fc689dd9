package nembar.server.desk;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import nembar.server.document.ChangePart;
import nembar.server.http.Named;
import nembar.server.http.OneOf;
import nembar.server.http.Paging;
import nembar.server.session.Me;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The Desk of whoever is signed in (docs/desk.md). */
@RestController
@RequestMapping("/api/desk")
class DeskController {
    private final DeskService desk;
    private final DeskKinds kinds;
    private final Notices notices;
    private final Me me;

    DeskController(DeskService desk, DeskKinds kinds, Notices notices, Me me) {
        this.desk = desk;
        this.kinds = kinds;
        this.notices = notices;
        this.me = me;
    }

    /** What an item is about; the name is empty where it has none of its own. */
    record DeskSubject(String what, String key, String name) {}

    /**
     * What is decided of an item.
     *
     * @param until left out for until it says something else
     * @param handedTo the colleague it is with; left out where it is set aside
     * @param by name of whoever decided it
     */
    record MarkShown(
            String reason,
            Optional<Instant> until,
            Optional<Named> handedTo,
            String by,
            Instant at) {}

    /**
     * Something that needs a person.
     *
     * @param id what it is known by while it stands
     * @param application key of the application it is about; left out where it is about none
     * @param why what is known besides; may be empty
     * @param people how many it is about
     * @param records how many it is about, as far as that is known; else 0
     * @param mend changes of a draft that would mend it
     * @param since when it was seen first; left out where that is not kept
     * @param mark what is decided of it; left out where nothing is
     */
    record DeskLine(
            String id,
            @OneOf(DeskKind.class) String kind,
            Optional<String> application,
            String sentence,
            String why,
            List<DeskSubject> subjects,
            int people,
            long records,
            List<ChangePart> mend,
            Optional<Instant> since,
            Optional<MarkShown> mark) {}

    /**
     * Items of one kind, about one application or about none.
     *
     * @param total how many there are
     * @param people how many they are about in all
     * @param lines the first of them
     */
    record DeskGroup(
            @OneOf(DeskKind.class) String kind,
            Optional<Named> application,
            int total,
            int people,
            long records,
            List<DeskLine> lines) {}

    /**
     * A Desk.
     *
     * @param groups the most pressing first
     * @param needing how many items need whoever asks
     * @param aside how many are set aside, or with others
     * @param working applications of which it is still being worked out
     * @param away applications whose findings could not be worked out; it is tried again by itself
     * @param decidesKinds whether whoever asks may decide which kinds are told
     */
    record Desk(
            List<DeskGroup> groups,
            int needing,
            int aside,
            List<Named> working,
            List<Named> away,
            boolean decidesKinds) {}

    record DeskPage(List<DeskLine> lines, long total) {}

    /** An item that does not stand any more. */
    /**
     * Something that does not stand any more.
     *
     * @param application empty for what was about people or organisations, whatever they can do
     */
    record DoneLine(
            @OneOf(DeskKind.class) String kind,
            Optional<Named> application,
            String sentence,
            Instant since,
            Instant gone) {}

    record DonePage(List<DoneLine> lines, long total) {}

    /**
     * Items that are set aside.
     *
     * @param until left out for until they say something else
     */
    record Aside(@NotNull List<String> items, @NotNull String reason, Instant until) {}

    /**
     * Items that are handed to a colleague.
     *
     * @param to key of the colleague
     * @param note what is said of them; may be left out
     */
    record Handed(@NotNull List<String> items, @NotNull String to, String note) {}

    /** Items that are put back. */
    record PutBack(@NotNull List<String> items) {}

    /**
     * What is decided of a kind of item.
     *
     * @param told whether anybody is told
     * @param people whom; none for everybody who can do something about it
     * @param version to be given with the next decision
     */
    record DeskKindShown(
            @OneOf(DeskKind.class) String kind, boolean told, List<Named> people, long version) {}

    /**
     * What is to become of a kind of item.
     *
     * @param people keys of those who are told; none for everybody
     * @param version the one that was seen
     */
    record DeskKindEdit(boolean told, List<String> people, @NotNull Long version) {}

    /**
     * What somebody has sent by mail of what is new on their Desk.
     *
     * @param daily whether once a day
     * @param fromHour from which hour of their day on, 0 to 23
     * @param atOnce kinds of item that are sent as soon as they stand
     * @param version the one that was seen
     */
    record NoticesChosen(
            boolean daily,
            int fromHour,
            @NotNull List<@NotNull String> atOnce,
            @NotNull Long version) {}

    /** What needs whoever is signed in, or what of it is set aside. */
    @GetMapping
    @Operation(operationId = "desk")
    Desk desk(@RequestParam(defaultValue = "false") boolean aside) {
        return desk.desk(me.person(), aside);
    }

    /** One group of it, by pages. */
    @GetMapping("/items")
    @Operation(operationId = "deskItems")
    DeskPage items(
            @RequestParam String kind,
            @RequestParam(defaultValue = "") String application,
            @RequestParam(defaultValue = "false") boolean aside,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        return desk.items(me.person(), aside, kind, application, page, size);
    }

    /** What is done of the last thirty days, the last first. */
    @GetMapping("/done")
    @Operation(operationId = "deskDone")
    DonePage done(
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        return desk.done(me.person(), page, size);
    }

    @PostMapping("/aside")
    @Operation(operationId = "setAside")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAside(@Valid @RequestBody Aside aside) {
        desk.setAside(me.person(), aside);
    }

    @PostMapping("/handed")
    @Operation(operationId = "handItems")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void hand(@Valid @RequestBody Handed handed) {
        desk.hand(me.person(), handed);
    }

    @PostMapping("/back")
    @Operation(operationId = "putItemsBack")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void putBack(@Valid @RequestBody PutBack back) {
        desk.putBack(me.person(), back.items());
    }

    /** One item, as whoever was written about it finds it. */
    @GetMapping("/item")
    @Operation(operationId = "deskItem")
    DeskLine item(@RequestParam String id) {
        return desk.item(me.person(), id);
    }

    @GetMapping("/notices")
    @Operation(operationId = "deskNotices")
    NoticesChosen notices() {
        return notices.of(me.person());
    }

    @PutMapping("/notices")
    @Operation(operationId = "chooseDeskNotices")
    NoticesChosen choose(@Valid @RequestBody NoticesChosen wanted) {
        return notices.choose(me.person(), wanted);
    }

    @GetMapping("/kinds")
    @Operation(operationId = "deskKinds")
    List<DeskKindShown> kinds() {
        return kinds.list(me.person());
    }

    @PutMapping("/kinds/{kind}")
    @Operation(operationId = "changeDeskKind")
    DeskKindShown change(@PathVariable String kind, @Valid @RequestBody DeskKindEdit edit) {
        return kinds.change(me.person(), kind, edit);
    }
}
