package nembar.server.reading;

import java.util.List;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.desk.DeskItem;
import nembar.server.desk.DeskItem.Subject;
import nembar.server.desk.DeskKind;
import nembar.server.desk.DeskSource;
import nembar.server.governance.PeoplePermissions;
import nembar.server.sources.Sources;
import org.springframework.stereotype.Component;

/** Puts sources on the Desk that could not be read the last time. */
@Component
class SourceItems implements DeskSource {
    private final Sources sources;
    private final PeoplePermissions permissions;

    SourceItems(Sources sources, PeoplePermissions permissions) {
        this.sources = sources;
        this.permissions = permissions;
    }

    @Override
    public Told told(Person me) {
        if (!permissions.sources(me)) {
            return Told.of(List.of());
        }
        return Told.of(
                sources.all().stream()
                        .filter(one -> one.lastRun().startsWith(DailyReading.NOT_READ))
                        .map(
                                one ->
                                        DeskItem.of(
                                                DeskKind.SOURCE_FAILED,
                                                Optional.empty(),
                                                new Subject("source", one.id()),
                                                one.name() + " could not be read the last time.",
                                                one.lastRun()
                                                        .substring(DailyReading.NOT_READ.length())))
                        .toList());
    }
}
