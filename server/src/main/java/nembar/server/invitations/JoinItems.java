package nembar.server.invitations;

import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.http.Paging;
import org.springframework.stereotype.Component;

/** Puts who asks to join on the Desk of those who may bring them in. */
@Component
class JoinItems implements DeskSource {
    private final Joining joining;

    JoinItems(Joining joining) {
        this.joining = joining;
    }

    @Override
    public Told told(Person me) {
        return Told.of(
                joining.waiting(me, 0, Paging.SIZE_AT_MOST).requests().stream()
                        .map(
                                one ->
                                        DeskItem.of(
                                                DeskKind.ASKS_TO_JOIN,
                                                Optional.empty(),
                                                new Subject("join request", one.id()),
                                                one.name()
                                                        + " ("
                                                        + one.email()
                                                        + ") asks to join "
                                                        + one.accountName()
                                                        + ".",
                                                one.note()))
                        .toList());
    }
}
