package nembar.server.document;

import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;

/** Reads the directory of a design document. */
final class DirectoryReader {
    private final Reading reading;

    DirectoryReader(Reading reading) {
        this.reading = reading;
    }

    Directory read(DesignDocument.DirectoryPart part) {
        return new Directory(
                reading.each(
                        "directory.accounts",
                        part.accounts(),
                        DesignDocument.AccountPart::key,
                        (path, account) ->
                                new Account(
                                        account.key(),
                                        reading.text(path + ".name", account.name()),
                                        account.own(),
                                        Set.copyOf(account.tags()))),
                reading.each(
                        "directory.units",
                        part.units(),
                        DesignDocument.UnitPart::key,
                        (path, unit) ->
                                new Unit(
                                        unit.key(),
                                        reading.text(path + ".name", unit.name()),
                                        Optional.ofNullable(unit.parent()))),
                reading.each(
                        "directory.teams",
                        part.teams(),
                        DesignDocument.TeamPart::key,
                        (path, team) ->
                                new Team(
                                        team.key(),
                                        reading.text(path + ".name", team.name()),
                                        Set.copyOf(team.members()),
                                        Set.copyOf(team.leads()))),
                reading.each(
                        "directory.people",
                        part.people(),
                        DesignDocument.PersonPart::key,
                        this::person));
    }

    private Person person(String path, DesignDocument.PersonPart part) {
        return new Person(
                part.key(),
                reading.word(path + ".kind", part.kind(), PersonKind.values(), Words::of),
                reading.text(path + ".email", part.email()),
                reading.text(path + ".givenName", part.givenName()),
                Objects.requireNonNullElse(part.familyName(), ""),
                part.accounts(),
                Optional.ofNullable(part.unit()),
                Optional.ofNullable(part.manager()),
                reading.zone(path + ".timeZone", part.timeZone()),
                reading.word(path + ".status", part.status(), PersonStatus.values(), Words::of));
    }
}
