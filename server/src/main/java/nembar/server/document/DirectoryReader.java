package nembar.server.document;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import nembar.core.condition.ValueType;
import nembar.core.directory.Account;
import nembar.core.directory.Attribute;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.directory.PersonStatus;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;

/** Reads the directory of a design document. */
final class DirectoryReader {
    private static final ValueType[] TYPES = {
        ValueType.TEXT, ValueType.NUMBER, ValueType.DATE, ValueType.YES_NO, ValueType.LIST
    };

    private final Reading reading;
    private final Map<String, ValueType> types = new HashMap<>();

    DirectoryReader(Reading reading) {
        this.reading = reading;
    }

    Directory read(DesignDocument.DirectoryPart part) {
        List<Attribute> attributes =
                reading.each(
                        "directory.attributes",
                        part.attributes(),
                        DesignDocument.AttributePart::key,
                        this::attribute);
        attributes.forEach(attribute -> types.put(attribute.key(), attribute.type()));
        return new Directory(
                attributes,
                reading.each(
                        "directory.accounts",
                        part.accounts(),
                        DesignDocument.AccountPart::key,
                        (path, account) ->
                                new Account(
                                        account.key(),
                                        reading.text(path + ".name", account.name()),
                                        account.own(),
                                        Set.copyOf(account.tags()),
                                        account.pending(),
                                        day(path + ".ends", account.ends()))),
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
                                        Set.copyOf(team.leads()),
                                        reading.condition(path + ".who", team.who()))),
                reading.each(
                        "directory.people",
                        part.people(),
                        DesignDocument.PersonPart::key,
                        this::person));
    }

    private Optional<LocalDate> day(String path, String given) {
        try {
            return Optional.ofNullable(given).map(LocalDate::parse);
        } catch (DateTimeException malformed) {
            reading.problem(path, "`" + given + "` is no day; write it as in 2026-03-03");
            return Optional.empty();
        }
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
                reading.word(path + ".status", part.status(), PersonStatus.values(), Words::of),
                attributes(path + ".attributes", part.attributes()));
    }

    private Attribute attribute(String path, DesignDocument.AttributePart part) {
        return new Attribute(
                part.key(),
                reading.text(path + ".label", part.label()),
                reading.word(path + ".type", part.type(), TYPES, Words::of),
                part.choices());
    }

    /** Values in the types of their attributes; what does not fit stays as it is, for the check. */
    private Map<String, Object> attributes(String path, Map<String, Object> values) {
        Map<String, Object> typed = new HashMap<>();
        values.forEach(
                (key, value) -> {
                    Object taken =
                            value instanceof Number ? new BigDecimal(value.toString()) : value;
                    if (types.get(key) == ValueType.DATE && value instanceof String given) {
                        taken = day(path + "." + key, given).map(Object.class::cast).orElse(given);
                    }
                    typed.put(key, taken);
                });
        return typed;
    }
}
