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

    private final PartReader reader;
    private final Map<String, ValueType> types = new HashMap<>();

    DirectoryReader(PartReader reader) {
        this.reader = reader;
    }

    Directory read(DesignDocument.DirectoryPart part) {
        List<Attribute> attributes =
                reader.each(
                        "directory.attributes",
                        part.attributes(),
                        DesignDocument.AttributePart::key,
                        this::attribute);
        attributes.forEach(attribute -> types.put(attribute.key(), attribute.type()));
        return new Directory(
                attributes,
                reader.each(
                        "directory.accounts",
                        part.accounts(),
                        DesignDocument.AccountPart::key,
                        (path, account) ->
                                new Account(
                                        account.key(),
                                        reader.text(path + ".name", account.name()),
                                        account.own(),
                                        Set.copyOf(account.tags()),
                                        account.pending(),
                                        day(path + ".ends", account.ends()))),
                reader.each(
                        "directory.units",
                        part.units(),
                        DesignDocument.UnitPart::key,
                        (path, unit) ->
                                new Unit(
                                        unit.key(),
                                        reader.text(path + ".name", unit.name()),
                                        Optional.ofNullable(unit.parent()))),
                reader.each(
                        "directory.teams",
                        part.teams(),
                        DesignDocument.TeamPart::key,
                        (path, team) ->
                                new Team(
                                        team.key(),
                                        reader.text(path + ".name", team.name()),
                                        Set.copyOf(team.members()),
                                        Set.copyOf(team.leads()),
                                        reader.condition(path + ".who", team.who()))),
                reader.each(
                        "directory.people",
                        part.people(),
                        DesignDocument.PersonPart::key,
                        this::person));
    }

    private Optional<LocalDate> day(String path, String given) {
        try {
            return Optional.ofNullable(given).map(LocalDate::parse);
        } catch (DateTimeException malformed) {
            reader.problem(path, "`" + given + "` is no day; write it as in 2026-03-03");
            return Optional.empty();
        }
    }

    private Person person(String path, DesignDocument.PersonPart part) {
        return new Person(
                part.key(),
                reader.word(path + ".kind", part.kind(), PersonKind.values()),
                reader.text(path + ".email", part.email()),
                reader.text(path + ".givenName", part.givenName()),
                Objects.requireNonNullElse(part.familyName(), ""),
                part.accounts(),
                Optional.ofNullable(part.unit()),
                Optional.ofNullable(part.manager()),
                reader.zone(path + ".timeZone", part.timeZone()),
                reader.word(path + ".status", part.status(), PersonStatus.values()),
                attributes(path + ".attributes", part.attributes()));
    }

    private Attribute attribute(String path, DesignDocument.AttributePart part) {
        return new Attribute(
                part.key(),
                reader.text(path + ".label", part.label()),
                reader.word(path + ".type", part.type(), TYPES),
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
